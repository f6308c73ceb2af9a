import { catalogue } from './catalogue';
import en from './en/ui';

export const t = catalogue('ui', { en });

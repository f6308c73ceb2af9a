import { catalogue } from './catalogue';
import en from './en/access';

export const t = catalogue('access', { en });

import { catalogue } from './catalogue';
import en from './en/setup';

export const t = catalogue('setup', { en });

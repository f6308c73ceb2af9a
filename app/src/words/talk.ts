import { catalogue } from './catalogue';
import en from './en/talk';

export const t = catalogue('talk', { en });

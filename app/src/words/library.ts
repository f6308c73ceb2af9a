import { catalogue } from './catalogue';
import en from './en/library';

export const t = catalogue('library', { en });

import { catalogue } from './catalogue';
import en from './en/more';

export const t = catalogue('more', { en });

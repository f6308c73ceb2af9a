import { catalogue } from './catalogue';
import en from './en/data';

export const t = catalogue('data', { en });

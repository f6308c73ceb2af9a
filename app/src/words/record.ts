import { catalogue } from './catalogue';
import en from './en/record';

export const t = catalogue('record', { en });

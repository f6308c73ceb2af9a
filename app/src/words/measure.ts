import { catalogue } from './catalogue';
import en from './en/measure';

export const t = catalogue('measure', { en });

import { catalogue } from './catalogue';
import en from './en/assess';

export const t = catalogue('assess', { en });

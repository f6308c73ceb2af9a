import { catalogue } from './catalogue';
import en from './en/rounds';

export const t = catalogue('rounds', { en });

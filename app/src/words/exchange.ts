import { catalogue } from './catalogue';
import en from './en/exchange';

export const t = catalogue('exchange', { en });

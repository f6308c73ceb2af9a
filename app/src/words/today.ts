import { catalogue } from './catalogue';
import en from './en/today';

export const t = catalogue('today', { en });

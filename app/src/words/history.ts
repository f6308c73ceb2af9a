import { catalogue } from './catalogue';
import en from './en/history';

export const t = catalogue('history', { en });

import { catalogue } from './catalogue';
import en from './en/workers';

export const t = catalogue('workers', { en });

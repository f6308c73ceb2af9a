import { catalogue } from './catalogue';
import en from './en/name';

export const t = catalogue('name', { en });

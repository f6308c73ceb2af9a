import { catalogue } from './catalogue';
import en from './en/agreement';

export const t = catalogue('agreement', { en });

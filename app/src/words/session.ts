import { catalogue } from './catalogue';
import en from './en/session';

export const t = catalogue('session', { en });

import { catalogue } from './catalogue';
import en from './en/offline';

export const t = catalogue('offline', { en });

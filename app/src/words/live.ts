import { catalogue } from './catalogue';
import en from './en/live';

export const t = catalogue('live', { en });

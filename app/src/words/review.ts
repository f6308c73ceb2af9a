import { catalogue } from './catalogue';
import en from './en/review';

export const t = catalogue('review', { en });

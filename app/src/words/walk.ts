import { catalogue } from './catalogue';
import en from './en/walk';

export const t = catalogue('walk', { en });

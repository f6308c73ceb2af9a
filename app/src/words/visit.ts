import { catalogue } from './catalogue';
import en from './en/visit';

export const t = catalogue('visit', { en });

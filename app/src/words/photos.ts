import { catalogue } from './catalogue';
import en from './en/photos';

export const t = catalogue('photos', { en });

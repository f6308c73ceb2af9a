import { catalogue } from './catalogue';
import en from './en/frame';

export const t = catalogue('frame', { en });

import { catalogue } from './catalogue';
import en from './en/map';

export const t = catalogue('map', { en });

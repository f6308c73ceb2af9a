import { catalogue } from './catalogue';
import en from './en/tree';

export const t = catalogue('tree', { en });

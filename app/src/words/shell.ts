import { catalogue } from './catalogue';
import en from './en/shell';

export const t = catalogue('shell', { en });

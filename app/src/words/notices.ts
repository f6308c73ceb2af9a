import { catalogue } from './catalogue';
import en from './en/notices';

export const t = catalogue('notices', { en });

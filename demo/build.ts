// Writes generated/quillhaven-map.json, the plan of the invented town that the app's map draws.
import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { quillhavenMap } from './quillhaven-map';

const folder = join(dirname(fileURLToPath(import.meta.url)), 'generated');
mkdirSync(folder, { recursive: true });
writeFileSync(join(folder, 'quillhaven-map.json'), JSON.stringify(quillhavenMap()));

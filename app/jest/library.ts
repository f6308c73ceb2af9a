// The library as the page brings it before any screen.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { unpackLibrary, type PackedLibrary } from '@dendrix/core/knowledge/packed';
import { holdLibrary } from '@/data/library';

const built = join(__dirname, '../../library/generated/library.json');
holdLibrary(unpackLibrary(JSON.parse(readFileSync(built, 'utf8')) as PackedLibrary));

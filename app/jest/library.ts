// The library as the page brings it before any screen.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { unpackLibrary, type PackedLibrary } from '@dendrix/core/knowledge/packed';
import { unpackLeading, type PackedLeading } from '@dendrix/core/knowledge/leading';
import { holdLeading, holdLibrary } from '@/data/library';

const built = <T>(name: string) => JSON.parse(readFileSync(join(__dirname, '../../library/generated', name), 'utf8')) as T;
holdLibrary(unpackLibrary(built<PackedLibrary>('library.json')));
holdLeading(unpackLeading(built<PackedLeading>('leading.json')));

// Where the head of the chain is kept, apart from the database: beside it on this machine unless another place is named.
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');

/** Path of the file; DENDRIX_CHAIN_FILE names another, such as one on a disk that only appends. */
export const chainFile = () => process.env.DENDRIX_CHAIN_FILE ?? join(root, '.data', 'chain', 'heads.txt');

import {
  createReadStream,
  createWriteStream,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { basename, dirname, join, resolve } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { QueryTypes, type Sequelize } from 'sequelize';
import { extract, pack } from 'tar-stream';
import { headLine, keptHeads, readHead, type ChainHead } from '../../server/chain/head';
import { chainHead } from '../../server/chain/service';
import { Photo } from '../../server/models/photos';
import type { PictureStore } from '../../server/photos/store';
import { dumpTo, loadFrom } from './dump';
import { hashOfFile, isSealed, keyFrom, seal, unseal } from './cipher';

// A backup is one file: everything in the database as it was at one moment, pictures that lie in a store of their own, the heads of the
// chain that are kept apart, and a list of what is in it. Packed, and sealed where a key is given.

/** What a backup says of itself. */
export interface Manifest {
  kind: 'dendrix backup';
  version: 1;
  at: string;
  /** The newest step of the schema. */
  schema: string;
  /** The end of the chain: a restored one holds it. */
  head: string | null;
  dump: { bytes: number; sha256: string };
  /** Rows of each table. */
  rows: Record<string, number>;
  pictures: number;
}

interface Place {
  url: string;
  sequelize: Sequelize;
  pictures?: PictureStore;
  /** File of heads that are kept apart. */
  chainFile: string;
}

const partialOf = (file: string): string => {
  mkdirSync(dirname(resolve(file)), { recursive: true });
  return mkdtempSync(join(dirname(resolve(file)), `.${basename(file)}-`));
};

async function rowsOf(sequelize: Sequelize): Promise<Record<string, number>> {
  const tables = await sequelize.query<{ name: string }>(
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE' ORDER BY 1",
    { type: QueryTypes.SELECT },
  );
  const rows: Record<string, number> = {};
  for (const { name } of tables) {
    const [row] = await sequelize.query<{ n: number }>(`SELECT COUNT(*) AS n FROM \`${name}\``, { type: QueryTypes.SELECT });
    rows[name] = Number(row?.n ?? 0);
  }
  return rows;
}

/**
 * Makes a backup while the service goes on.
 * @param keyFile where it is to be sealed
 * @throws Error with a line; then no file stands there
 */
export async function backUp({ url, sequelize, pictures, chainFile }: Place, file: string, keyFile?: string): Promise<Manifest> {
  if (existsSync(file)) throw new Error(`${file} is there already; a backup never replaces another.`);
  const key = keyFile === undefined ? null : keyFrom(keyFile);
  const dir = partialOf(file);
  try {
    // The head before the dump: whatever is written meanwhile comes after it, so a restored chain holds it.
    const head = await chainHead();
    const dump = join(dir, 'dump.sql');
    await dumpTo(url, dump);
    const apart = pictures ? await Photo.findAll({ attributes: ['id'], where: { picture: null } }) : [];
    const [schema] = await sequelize.query<{ name: string }>('SELECT name FROM migrations ORDER BY name DESC LIMIT 1', {
      type: QueryTypes.SELECT,
    });
    const manifest: Manifest = {
      kind: 'dendrix backup',
      version: 1,
      at: new Date().toISOString(),
      schema: schema?.name ?? '',
      head: head ? headLine(head) : null,
      dump: { bytes: statSync(dump).size, sha256: await hashOfFile(dump) },
      rows: await rowsOf(sequelize),
      pictures: apart.length,
    };
    const archive = pack();
    const packed = join(dir, 'backup.tar.gz');
    const writing = pipeline(archive, createGzip({ level: 6 }), createWriteStream(packed, { mode: 0o600 }));
    const put = (name: string, bytes: Buffer | string) =>
      new Promise<void>((done, fail) => archive.entry({ name }, bytes, (error) => (error ? fail(error) : done())));
    await put('manifest.json', JSON.stringify(manifest, null, 2));
    await put('heads.txt', keptHeads(chainFile).map(headLine).join('\n'));
    for (const { id } of apart) {
      const bytes = await pictures?.get(id);
      if (!bytes) throw new Error(`The picture ${id} is not in its store; the backup would lack it.`);
      await put(`pictures/${id}`, bytes);
    }
    await pipeline(createReadStream(dump), archive.entry({ name: 'dump.sql', size: manifest.dump.bytes }));
    archive.finalize();
    await writing;
    if (key) await seal(packed, join(dir, 'sealed'), key);
    renameSync(key ? join(dir, 'sealed') : packed, file);
    return manifest;
  } finally {
    rmSync(dir, { recursive: true, force: true });
  }
}

/**
 * Restores a backup into an empty database.
 * @returns what the backup said of itself, and the heads its chain has to hold
 * @throws Error with a line; where the file is not whole, before anything was written
 */
export async function restore(
  { url, sequelize, pictures, chainFile }: Place,
  file: string,
  keyFile?: string,
): Promise<{ manifest: Manifest; heads: ChainHead[] }> {
  if (!existsSync(file)) throw new Error(`${file} is not there.`);
  const here = await sequelize.query<{ name: string }>(
    'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()',
    {
      type: QueryTypes.SELECT,
    },
  );
  if (here.length > 0) throw new Error('This database is not empty. Restore a backup into an empty database.');
  const dir = partialOf(join(dirname(chainFile), 'restore'));
  try {
    let packed = file;
    if (await isSealed(file)) {
      if (keyFile === undefined) throw new Error('This backup is encrypted. Give its key file with --key.');
      packed = join(dir, 'backup.tar.gz');
      await unseal(file, packed, keyFrom(keyFile));
    }
    const archive = extract();
    let manifest: Manifest | null = null;
    let heads = '';
    const found: string[] = [];
    const reading = pipeline(createReadStream(packed), createGunzip(), archive).catch(() => {
      throw new Error('This backup is incomplete and cannot be unpacked.');
    });
    const taking = (async () => {
      for await (const entry of archive) {
        const { name } = entry.header;
        if (name === 'dump.sql') {
          await pipeline(entry, createWriteStream(join(dir, 'dump.sql'), { mode: 0o600 }));
          continue;
        }
        const parts: Buffer[] = [];
        for await (const part of entry) parts.push(part as Buffer);
        const bytes = Buffer.concat(parts);
        if (name === 'manifest.json') manifest = JSON.parse(bytes.toString('utf8')) as Manifest;
        else if (name === 'heads.txt') heads = bytes.toString('utf8');
        else if (name.startsWith('pictures/')) {
          const id = basename(name);
          writeFileSync(join(dir, id), bytes, { mode: 0o600 });
          found.push(id);
        }
      }
    })();
    await Promise.all([reading, taking]);
    const said = manifest as Manifest | null;
    if (said?.kind !== 'dendrix backup' || !existsSync(join(dir, 'dump.sql'))) throw new Error('This is no backup of Dendrix.');
    if ((await hashOfFile(join(dir, 'dump.sql'))) !== said.dump.sha256) throw new Error('The backup has been changed or is damaged.');
    if (found.length > 0 && !pictures)
      throw new Error(`${found.length} pictures of it lie in a store of their own; name one with DENDRIX_PICTURES.`);
    await loadFrom(url, join(dir, 'dump.sql'));
    for (const id of found) await pictures?.put(id, readFileSync(join(dir, id)), 'application/octet-stream');
    mkdirSync(dirname(chainFile), { recursive: true });
    writeFileSync(chainFile, heads === '' ? '' : `${heads}\n`, { mode: 0o600 });
    const head = said.head === null ? null : readHead(said.head);
    return { manifest: said, heads: [...heads.split('\n').flatMap((line) => readHead(line) ?? []), ...(head ? [head] : [])] };
  } finally {
    rmSync(dir, { recursive: true, force: true });
  }
}

import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Response } from 'express';
import { csvHead, csvRows, treeFeature } from '@dendrix/core/exchange';
import type { TreeBrief } from '@dendrix/core/contracts';
import { selectBriefs } from './briefs';
import type { World } from '../world';

/** Trees read and written at a time: some ten milliseconds of work, between which others are answered. */
const PART = 1000;

/** A form in which the list goes out: what stands before, between and after its parts. */
interface Form {
  type: string;
  head: string;
  part: (trees: readonly TreeBrief[], first: boolean) => string;
  foot: string;
}

const FORMS = {
  csv: { type: 'text/csv; charset=utf-8', head: csvHead(), part: csvRows, foot: '' },
  geojson: {
    type: 'application/geo+json',
    head: '{"type":"FeatureCollection","features":[',
    part: (trees, first) => trees.map((tree, i) => `${first && i === 0 ? '' : ','}\n${JSON.stringify(treeFeature(tree))}`).join(''),
    foot: '\n]}\n',
  },
} as const satisfies Record<string, Form>;

/** The list piece by piece, as it is read. */
async function* piecesOf({ sequelize }: Pick<World, 'sequelize'>, { head, part, foot }: Form): AsyncGenerator<string> {
  yield head;
  for (let after: string | null = null; ;) {
    const trees: TreeBrief[] = await selectBriefs(
      sequelize,
      `${after === null ? '' : 'WHERE tag > ?'} ORDER BY tag LIMIT ?`,
      [...(after === null ? [] : [after]), PART],
      'tag',
    );
    if (trees.length > 0) yield part(trees, after === null);
    if (trees.length < PART) break;
    after = trees.at(-1)?.tag ?? null;
  }
  yield foot;
}

/**
 * Sends all trees, in the order of their tags, as they are read: the list never stands in memory, it is written no faster than it is
 * taken, and it ends when nobody takes it any more.
 */
export async function exportTrees(world: Pick<World, 'sequelize'>, form: keyof typeof FORMS, response: Response): Promise<void> {
  response.type(FORMS[form].type).attachment(`trees.${form}`);
  try {
    await pipeline(Readable.from(piecesOf(world, FORMS[form])), response);
  } catch (error) {
    // Whoever asked went away.
    if ((error as NodeJS.ErrnoException).code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
  }
}

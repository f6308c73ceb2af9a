import { once } from 'node:events';
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

/**
 * Sends all trees, in the order of their tags, as they are read: the list never stands in memory, it is written no faster than it is
 * taken, and it ends when nobody takes it any more.
 */
export async function exportTrees({ sequelize }: Pick<World, 'sequelize'>, form: keyof typeof FORMS, response: Response): Promise<void> {
  const { type, head, part, foot }: Form = FORMS[form];
  response.type(type).attachment(`trees.${form}`);
  response.write(head);
  for (let after: string | null = null; !response.destroyed;) {
    const trees: TreeBrief[] = await selectBriefs(
      sequelize,
      `${after === null ? '' : 'WHERE tag > ?'} ORDER BY tag LIMIT ?`,
      [...(after === null ? [] : [after]), PART],
      'tag',
    );
    if (!response.write(part(trees, after === null)) && !response.destroyed)
      await Promise.race([once(response, 'drain'), once(response, 'close')]);
    if (trees.length < PART) break;
    after = trees.at(-1)?.tag ?? null;
  }
  response.end(foot);
}

import { QueryTypes } from 'sequelize';
import { distance, type Place } from '@dendrix/core/geo';
import type { FindAnswer, KindAnswer, TreeBrief } from '@dendrix/core/contracts';
import { findable, findableKinds, matchOf, tagKeyOf, type Findable, type Match } from '@dendrix/core/town';
import { selectBriefs } from './briefs';
import { BY_PLACE, boxAround, inBox } from './within';
import type { World } from '../world';

/** Trees given at once. */
const MOST = 30;
/** Streets that a word may mean, the nearest in spelling first. */
const STREETS = 8;
/** Kinds that a word may mean. */
const KINDS = 40;

/** The streets of the town, read from their index: a few thousand in a city. A new one shows after so long, ms. */
const STREETS_KEPT = 60_000;
const heldStreets = new WeakMap<World['sequelize'], { at: number; streets: Promise<Findable[]> }>();

function streetsOf({ sequelize }: World): Promise<Findable[]> {
  const held = heldStreets.get(sequelize);
  if (held && Date.now() - held.at < STREETS_KEPT) return held.streets;
  const streets = sequelize
    .query<{ street: string }>('SELECT DISTINCT street FROM trees', { type: QueryTypes.SELECT })
    .then((rows) => rows.map(({ street }) => findable(street)));
  heldStreets.set(sequelize, { at: Date.now(), streets });
  streets.catch(() => heldStreets.delete(sequelize));
  return streets;
}

const heldKinds = new WeakMap<World['library'], Findable[]>();
function kindsOf({ library }: World): Findable[] {
  const kinds = heldKinds.get(library) ?? findableKinds(library);
  heldKinds.set(library, kinds);
  return kinds;
}

/** Trees of some streets, of some kinds, or both, each street by tag. */
async function trees({ sequelize }: World, { taxa, streets }: Match, most: number): Promise<TreeBrief[]> {
  if (streets === null && taxa === null) return [];
  const where: string[] = [];
  const values: unknown[] = [];
  if (streets !== null) {
    where.push('street IN (?)');
    values.push(streets.slice(0, STREETS));
  }
  if (taxa !== null) {
    where.push('taxon IN (?)');
    values.push(taxa.slice(0, KINDS));
  }
  return selectBriefs(sequelize, `WHERE ${where.join(' AND ')} LIMIT ?`, [...values, most], streets !== null ? 'by_street' : 'by_taxon');
}

/** Boxes about a place, widened until enough is found, m. */
const REACH = [60, 250, 1000, 4000] as const;
/** Trees read of one box: more stand there only in a wood. */
const READ = 2000;

/** The trees nearest to a place. */
export async function nearestTrees({ sequelize }: Pick<World, 'sequelize'>, place: Place, most = MOST): Promise<TreeBrief[]> {
  for (const reach of REACH) {
    const found = await selectBriefs(sequelize, `WHERE ${inBox(boxAround(place, reach))} LIMIT ?`, [READ], BY_PLACE);
    const near = found
      .map((tree) => ({ tree, m: distance(place, tree) }))
      .filter(({ m }) => m <= reach)
      .sort((a, b) => a.m - b.m);
    if (near.length >= most || reach === REACH.at(-1)) return near.slice(0, most).map(({ tree }) => tree);
  }
  return [];
}

/**
 * Finds trees by what somebody types: a tag, a street, a name, or several of these. Each word has to be met. What a word may mean is
 * looked up among the streets and the names of the library first, so that the database is asked by index only.
 * @param near where somebody stands: the nearest come first
 */
export async function findTrees(world: World, words: string, near?: Place): Promise<FindAnswer> {
  const typed = words.trim();
  if (typed === '') {
    const items = near ? await nearestTrees(world, near) : await selectBriefs(world.sequelize, 'ORDER BY tag LIMIT ?', [MOST], 'tag');
    return { items, streets: [] };
  }
  const key = tagKeyOf(typed);
  const meant = matchOf(typed, kindsOf(world), await streetsOf(world));
  const [byTag, byWords, byList] = await Promise.all([
    key === '' ? [] : selectBriefs(world.sequelize, 'WHERE tag_key LIKE ? ORDER BY tag_key LIMIT ?', [`${key}%`, MOST], 'by_tag_key'),
    Promise.all(meant.map((match) => trees(world, match, MOST))),
    // Trees that only the list names, by its own words.
    typed.length < 3
      ? []
      : selectBriefs(world.sequelize, 'WHERE written_name LIKE ? LIMIT ?', [`${typed.replace(/[%_\\]/g, '')}%`, MOST], 'by_written'),
  ]);
  const found = new Map([...byTag, ...byWords.flat(), ...byList].map((tree) => [tree.id, tree]));
  const items = [...found.values()];
  if (near) items.sort((a, b) => distance(near, a) - distance(near, b));
  const named = [...new Set(meant.flatMap((match) => (match.taxa === null ? (match.streets ?? []) : [])))].slice(0, STREETS);
  return { items: items.slice(0, MOST), streets: await countStreets(world, named) };
}

async function countStreets({ sequelize }: World, names: readonly string[]): Promise<FindAnswer['streets']> {
  if (names.length === 0) return [];
  const rows = await sequelize.query<{ street: string; trees: number }>(
    'SELECT street, COUNT(*) AS trees FROM trees WHERE street IN (?) GROUP BY street',
    { type: QueryTypes.SELECT, replacements: [names] },
  );
  return rows.map(({ street, trees }) => ({ street, trees: Number(trees) })).sort((a, b) => b.trees - a.trees);
}

/** Streets and trees told of a kind. */
const KIND_STREETS = 12;
const KIND_TREES = 6;

/** Where a kind grows in town. */
export async function whereKindGrows({ sequelize }: Pick<World, 'sequelize'>, taxon: string): Promise<KindAnswer> {
  const [streets, some] = await Promise.all([
    sequelize.query<{ street: string; trees: number }>('SELECT street, COUNT(*) AS trees FROM trees WHERE taxon = ? GROUP BY street', {
      type: QueryTypes.SELECT,
      replacements: [taxon],
    }),
    selectBriefs(sequelize, 'WHERE taxon = ? LIMIT ?', [taxon, KIND_TREES], 'by_taxon'),
  ]);
  const counted = streets.map(({ street, trees }) => ({ street, trees: Number(trees) }));
  return {
    trees: counted.reduce((sum, { trees }) => sum + trees, 0),
    streets: counted.sort((a, b) => b.trees - a.trees || a.street.localeCompare(b.street)).slice(0, KIND_STREETS),
    some,
  };
}

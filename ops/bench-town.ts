import { genusOf, lookAlikesOf, type Library } from '@dendrix/core/knowledge';
import { randomFrom } from '@dendrix/core/maths';
import { modelOf } from '@dendrix/core/naming';
import { rankTree, simulatedTree, tellingLook, type About } from '@dendrix/core/naming/calibrate';
import { stockOf } from '@dendrix/core/town';
import { randomFrom as demoRandom } from '../demo/random';
import { demoTrees } from '../demo/trees';

/** So many of the trees that teach were confirmed by a review; the rest stands on a list only. Chosen. */
const CONFIRMED_SHARE = 0.2;
/** One name in ten of a town's list is that of another tree, mostly of a relative. Common practice, no source. */
const WRONG_ON_LIST = 0.1;
const percent = (share: number) => `${(share * 100).toFixed(1)} %`.padStart(7);

/** What a town's record adds to its file: the held-out trees of the demonstration, named with and without what the others teach. */
export function town(library: Library): void {
  const model = modelOf(library);
  const district = library.districts[0];
  if (!district) return;
  const trees = demoTrees(library.taxa, 2026, demoRandom(417));
  const random = randomFrom(31);
  const mistaken = (name: string): string => {
    const taxon = library.taxa[model.taxonIndex(name)];
    const near = taxon ? lookAlikesOf(library, taxon).map((alike) => alike.taxon) : [];
    const kin = library.taxa.map((taxon) => taxon.name).filter((other) => other !== name && genusOf(other) === genusOf(name));
    const among = [...near, ...kin];
    return among[Math.floor(random() * among.length)] ?? name;
  };
  const teach = trees
    .filter((_, i) => i % 2 === 0)
    .map((tree) => ({ tree, turn: random() }))
    .sort((a, b) => a.turn - b.turn)
    .map(({ tree }) => tree);
  const record = teach.map(({ taxon }) => {
    const settled = random() < CONFIRMED_SHARE;
    const written = !settled && random() < WRONG_ON_LIST ? mistaken(taxon.name) : taxon.name;
    return { taxon: written, level: 'species' as const, standing: settled ? ('confirmed' as const) : ('imported' as const), planted: true };
  });
  const asked = trees.filter((_, i) => i % 2 === 1);
  console.log(
    `\n${asked.length} held-out trees of ${district.name}, named beside a record of ${record.length}; right name first, mean nats of surprise`,
  );
  for (const marks of [2, 4, 6, 8]) {
    const looks = asked.map(({ taxon }) => {
      const tree = simulatedTree(model, model.taxonIndex(taxon.name), random);
      return { tree, taxon, observations: tellingLook(model, tree, marks, random) };
    });
    const score = (about: About) => {
      const asks = looks.map(({ tree, taxon, observations }) => {
        const { candidates } = rankTree(model, tree, observations, about);
        return { first: candidates[0]?.taxon === taxon, of: candidates.find((one) => one.taxon === taxon)?.probability ?? 0 };
      });
      const first = asks.filter((one) => one.first).length / asks.length;
      return `${percent(first)} ${(asks.reduce((sum, { of }) => sum - Math.log(Math.max(of, 1e-9)), 0) / asks.length).toFixed(2)}`;
    };
    const some = (n: number) => stockOf(record.slice(0, n));
    const rows: [string, About][] = [
      ['no district', {}],
      ['district file', { district: district.id }],
      ['and 50 trees', { district: district.id, stock: some(50) }],
      [`and all ${record.length}`, { district: district.id, stock: some(record.length) }],
    ];
    console.log(`${marks} marks: ${rows.map(([words, about]) => `${words} ${score(about)}`).join('; ')}`);
  }
}

import { assess } from '../../assess';
import { emptyLook } from '../../../record/look';
import { ZONES, type Taxon } from '../../../knowledge';
import { pick, randomFrom } from '../../../maths/random';
import type { SignSeen } from '../../../record/sign';
import { testLibrary } from '../../../testing/library';
import { textbookOf, textbookSigns } from './textbook';

/** Causes of a tree as the assessment has them, the likeliest first. */
function causesOf(taxon: string, day: string, signs: SignSeen[]): string[] {
  const { agents } = assess(testLibrary, {
    ...emptyLook(day),
    taxon: testLibrary.taxa.find(({ name }) => name === taxon) ?? null,
    name: taxon,
    latitude: 46,
    profile: 'amenity',
    looked: [...ZONES],
    signs,
  });
  return agents.map(({ agent }) => agent);
}

describe('the textbook case of each agent', () => {
  it('leads, or stands among the first three beside what it is taken for', () => {
    const rows = testLibrary.agents.map((agent) => {
      const it = textbookOf(testLibrary, agent);
      return { agent: agent.id, place: it ? causesOf(it.taxon, it.day, it.signs).indexOf(agent.id) : -1 };
    });
    expect(rows.filter(({ place }) => place < 0 || place > 2).map(({ agent }) => agent)).toEqual([]);
    expect(rows.filter(({ place }) => place === 0).length).toBeGreaterThanOrEqual(151);
  });
  it('two causes at once: both are among the first four', () => {
    const random = randomFrom(11);
    const on = (taxon: Taxon) =>
      testLibrary.agents.filter(
        (a) => a.hosts.some((host) => host === taxon.name || taxon.name.startsWith(`${host} `)) && !a.spares.includes(taxon.name),
      );
    let both = 0;
    let all = 0;
    while (all < 300) {
      const taxon = pick(random, testLibrary.taxa);
      const agents = on(taxon);
      if (agents.length < 2) continue;
      const [a, b] = [pick(random, agents), pick(random, agents)];
      if (a.id === b.id) continue;
      all += 1;
      const signs = [...textbookSigns(testLibrary, a), ...textbookSigns(testLibrary, b)].map((sign, i) => ({ ...sign, key: `${i}` }));
      const first = causesOf(taxon.name, '2026-07-15', signs).slice(0, 4);
      if (first.includes(a.id) && first.includes(b.id)) both += 1;
    }
    expect(both / all).toBeGreaterThanOrEqual(0.8);
  });
});

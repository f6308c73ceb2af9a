// A kind that a by-law protects: leave comes first, and danger waits for none. Common practice, no source: by-laws differ, and all let
// danger be closed off at once.
import { genusOf, isListed, OPTIONS, type District } from '../../knowledge';
import { cm } from '../../testing/judge';
import { testLibrary } from '../../testing/library';
import { sample } from '../../testing/sample';
import { assess } from '../assess';
import { assessRequest, toAssessInput, type AssessInput } from '../request';
import { protectionOf, touchesTheTree } from './protection';

const [first] = testLibrary.districts;
const district = (...names: string[]): District => ({ ...(first as District), lists: { ...(first as District).lists, protected: names } });
const look = (name: string | null, more: Record<string, unknown> = {}): AssessInput =>
  toAssessInput(
    testLibrary,
    assessRequest.parse({
      date: '2026-07-15',
      latitude: 46,
      lifeStage: 'mature',
      ...(name === null ? {} : { taxon: name }),
      signs: [
        { id: 'cavity', zone: 'stem-s', opening: cm(35), trend: 'larger' },
        { id: 'root-plate-lift', zone: 'roots' },
      ],
      beneath: [{ what: 'people-passing', howOften: 'frequent' }],
      ...more,
    }),
    '2027-12-31',
  );

describe('what a district protects', () => {
  it('is a kind, a genus with all its kinds, and what is not named well enough to be told from them', () => {
    const oaks = district('Quercus robur');
    expect(protectionOf(oaks, 'Quercus robur')).toBe('protected');
    expect(protectionOf(oaks, 'Quercus rubra')).toBeNull();
    expect(protectionOf(oaks, 'Quercus')).toBe('cannot be told');
    expect(protectionOf(oaks, null)).toBe('cannot be told');
    expect(protectionOf(district('Quercus'), 'Quercus rubra')).toBe('protected');
    expect(protectionOf(district(), null)).toBeNull();
    expect(protectionOf(undefined, null)).toBeNull();
  });

  it('every list of a district names a kind by itself or by its genus', () => {
    for (const { name } of testLibrary.taxa) {
      expect([isListed([name], name), isListed([genusOf(name)], name), isListed(['Arbor'], name)]).toEqual([true, true, false]);
    }
    const seeds = (rare: string[]) =>
      assess(testLibrary, look('Quercus robur'), { ...district(), lists: { ...district().lists, rare } }).options.map(
        ({ do: what }) => what,
      );
    expect(seeds(['Quercus'])).toEqual(seeds(['Quercus robur']));
    expect(seeds(['Quercus'])).toContain('keep as seed source');
    expect(seeds([])).not.toContain('keep as seed source');
  });

  it('on every kind of the library asks for leave before anything touches the tree, and changes nothing else', () => {
    for (const taxon of sample(testLibrary.taxa, 40))
      for (const listed of [taxon.name, genusOf(taxon.name)]) {
        const without = assess(testLibrary, look(taxon.name), district());
        const kept = assess(testLibrary, look(taxon.name), district(listed));
        const bare = ({ do: what, because, by, who }: (typeof kept.options)[number]) => ({ what, because, by, who });
        expect(kept.options.map(bare)).toEqual(without.options.map(bare));
        for (const [i, option] of kept.options.entries()) {
          expect(option.needs).toEqual(expect.arrayContaining(without.options[i]?.needs ?? []));
          expect(option.needs.includes('permit first: this species is protected here')).toBe(touchesTheTree(option.do));
        }
        expect(kept.cautions).toEqual(expect.arrayContaining(without.cautions));
        expect(kept.cautions.some((words) => /protected here/.test(words))).toBe(true);
        const { vigour, soundness, hiddenDecay, screening, comeBack, outlook } = kept;
        expect({ vigour, soundness, hiddenDecay, screening, comeBack, outlook }).toEqual({
          vigour: without.vigour,
          soundness: without.soundness,
          hiddenDecay: without.hiddenDecay,
          screening: without.screening,
          comeBack: without.comeBack,
          outlook: without.outlook,
        });
      }
  });

  it('asks for the name first where the tree has none', () => {
    const kept = assess(testLibrary, look(null), district('Quercus robur'));
    expect(kept.options.length).toBeGreaterThan(0);
    for (const option of kept.options)
      expect(option.needs.includes('identify it first: some species are protected here')).toBe(touchesTheTree(option.do));
  });

  it('goes with an option that only the observer puts first', () => {
    for (const to of OPTIONS.filter(touchesTheTree)) {
      const given = look('Quercus robur', { signs: [], overrules: [{ what: 'option', to, why: 'as the owner asks' }] });
      const kept = assess(testLibrary, given, district('Quercus robur'));
      expect(kept.options[0]?.do).toBe(to);
      expect(kept.options[0]?.needs).toContain('permit first: this species is protected here');
    }
  });

  it('holds nobody back from closing off', () => {
    for (const option of ['close off now', 'exclude target', 'sample and report', 'investigate further'] as const)
      expect(touchesTheTree(option)).toBe(false);
  });
});

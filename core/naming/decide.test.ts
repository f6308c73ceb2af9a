// How far the evidence carries, when it is enough, and where to look: decided on small libraries made for the purpose, so that
// each expectation can be worked out by hand.
import type { District, Library, Taxon } from '../knowledge';
import { testLibrary } from '../testing/library';
import { libraryOf, taxonOf, traitOf, type States } from '../testing/toy';
import { comesIntoView, lookNext } from './look/look-next';
import { confirmation } from './confirm';
import { fitOf } from './model/fit';
import { levelOf } from './level';
import { modelOf } from './model/model';
import { rank, type Candidate } from './model/rank';
import { type Observation } from '../record/observation';
import { rungs } from './confirm';
import { see } from '../testing/see';

/** Four lines, each with a red and a blue state, and one more trait in the bark. */
const TRAITS = [
  traitOf('form-x', 'form', ['red', 'blue']),
  traitOf('bark-x', 'bark', ['red', 'blue']),
  traitOf('bark-y', 'bark', ['red', 'blue']),
  traitOf('twig-x', 'twig', ['red', 'blue'], { reach: 'hand' }),
  traitOf('leaf-x', 'leaf', ['red', 'blue'], { shows: 'on', reach: 'far' }),
];
const all = (state: string): Record<string, States> =>
  Object.fromEntries(TRAITS.map((trait) => [trait.id, { [state]: 'always' as const }]));
const RED = taxonOf('Aa rubra', all('red'));
const BLUE = taxonOf('Bb caerulea', all('blue'));
const COUSIN = taxonOf('Aa altera', { ...all('red'), 'twig-x': { blue: 'always' } });
const STRANGER = taxonOf('Cc aliena', all('blue'), { family: 'Alienaceae' });
const library = libraryOf(TRAITS, [RED, BLUE, COUSIN, STRANGER]);
const model = modelOf(library);
const ranked = (observations: Observation[], more: object = {}) => rank(model, { observations, lifeStage: 'mature', ...more });

describe('what a district plants', () => {
  const district = { id: 'd', regions: [11], planted: { 'Aa rubra': 1 }, wild: ['Bb caerulea'] } as unknown as Library['districts'][number];
  const there = modelOf({ ...library, districts: [district] });
  const odds = (planted: boolean | undefined, one: string, other: string) => {
    const { candidates } = rank(there, { observations: [], district: 'd', planted });
    const of = (name: string) => candidates.find((c) => c.taxon.name === name)?.probability ?? NaN;
    return of(one) / of(other);
  };
  it('a kind on the list is six to seven times likelier than one that is not; grown wild, twenty times', () => {
    expect(odds(true, 'Aa rubra', 'Cc aliena')).toBeCloseTo(1 / 0.15, 9);
    expect(odds(false, 'Bb caerulea', 'Cc aliena')).toBeCloseTo(1 / 0.05, 9);
  });
  it('where nobody said, seven trees in ten are taken for planted', () =>
    expect(odds(undefined, 'Aa rubra', 'Bb caerulea')).toBeCloseTo((0.7 + 0.3 * 0.05) / (0.7 * 0.15 + 0.3), 9));
});

describe('the level', () => {
  it('is none before anything was seen', () => expect(levelOf(ranked([])).level).toBe('none'));
  it('is the genus while two of it stand, the species once one falls', () => {
    const both = [see('form-x', 'red'), see('bark-x', 'red'), see('leaf-x', 'red')];
    expect(levelOf(ranked(both))).toMatchObject({ level: 'genus', name: 'Aa' });
    expect(levelOf(ranked([...both, see('twig-x', 'red')]))).toMatchObject({ level: 'species', name: 'Aa rubra' });
  });
  it('is the family when only that is carried', () => {
    // Blue speaks for two genera of two families; a doubtful twig leaves both standing, so nothing but "none" is left there.
    expect(levelOf(ranked([see('form-x', 'blue'), see('bark-x', 'blue')])).level).toBe('none');
    const kin = modelOf(libraryOf(TRAITS, [RED, taxonOf('Bb caerulea', all('blue')), taxonOf('Cc aliena', all('blue'))]));
    expect(levelOf(rank(kin, { observations: [see('form-x', 'blue'), see('bark-x', 'blue'), see('leaf-x', 'blue')] }))).toMatchObject({
      level: 'family',
      name: 'Testaceae',
    });
  });
  it('stops at the genus where the marks suit the name only fairly, and names nothing where nothing fits', () => {
    const good = ranked([see('form-x', 'red'), see('bark-x', 'red'), see('leaf-x', 'red'), see('twig-x', 'red')]);
    expect(levelOf(good, 'good').level).toBe('species');
    expect(levelOf(good, 'fair')).toMatchObject({ level: 'genus', name: 'Aa' });
    expect(levelOf(good, 'poor')).toMatchObject({ level: 'none', name: null });
  });
});

describe('fit', () => {
  it('is good where all agrees, and no evidence where there is none', () => {
    expect(fitOf(ranked([]))).toBe('no evidence');
    expect(fitOf(ranked(TRAITS.map((trait) => see(trait.id, 'red'))))).toBe('good');
  });
  it('is poor where half the sure marks deny the best name', () =>
    expect(
      fitOf(ranked([see('form-x', 'red'), see('bark-x', 'blue'), see('bark-y', 'red'), see('twig-x', 'blue'), see('leaf-x', 'red')])),
    ).not.toBe('good'));
});

describe('three lines', () => {
  const rule = (observations: Observation[]) => confirmation(model, ranked(observations), 'three-lines');
  const four = [see('form-x', 'red'), see('bark-x', 'red'), see('twig-x', 'red'), see('leaf-x', 'red')];
  it('are enough when none is against and every look-alike is beaten', () => expect(rule(four)).toMatchObject({ met: true }));
  it('two are not, and it says how many are missing', () => {
    const answer = rule([see('form-x', 'red'), see('twig-x', 'red')]);
    expect(answer.met).toBe(false);
    expect(answer.why).toMatch(/three lines are asked for, 2 are there/);
  });
  it('two marks of one line are one line', () =>
    expect(rule([see('bark-x', 'red'), see('bark-y', 'red'), see('twig-x', 'red')]).why).toMatch(/2 are there/));
  it('a look-alike that still stands holds the name back by name', () => {
    const answer = rule([see('form-x', 'red'), see('bark-x', 'red'), see('leaf-x', 'red')]);
    expect(answer.met).toBe(false);
    expect(answer.why).toMatch(/not yet split from Aa (altera|rubra)/);
  });
  it('a look-alike is beaten at ten to one, not at nine', () => {
    const ranking = ranked(four);
    const best = ranking.candidates[0]?.probability ?? 0;
    const beaten =
      (odds: number) =>
      (c: Candidate): Candidate => {
        const { taxon, lines, agrees, contradicts, silent, surprise, surpriseSpared } = c;
        return taxon.name === 'Aa altera'
          ? { taxon, lines, agrees, contradicts, silent, surprise, surpriseSpared, probability: best / odds }
          : c;
      };
    const at = (odds: number) => confirmation(model, { ...ranking, candidates: ranking.candidates.map(beaten(odds)) }, 'three-lines');
    expect(at(9)).toMatchObject({ met: false, why: expect.stringMatching(/not yet split from Aa altera/) });
    expect(at(11).met).toBe(true);
  });
  it('a look-alike that suits a line better takes that line from the name while it stands at one in a hundred, and no longer', () => {
    const ranking = ranked(four.slice(0, 3));
    const at = (probability: number) => {
      const candidates = ranking.candidates.map((c): Candidate => {
        const { taxon, lines, agrees, contradicts, silent, surprise, surpriseSpared } = c;
        const kept = { taxon, agrees, contradicts, silent, surprise, surpriseSpared };
        if (taxon.name === 'Aa rubra') return { ...kept, lines: { form: 1, bark: 1, twig: 1 }, probability: 0.95 };
        // Suits the bark far better than the leading name does.
        if (taxon.name === 'Bb caerulea') return { ...kept, lines: { form: -3, bark: 3, twig: -3 }, probability };
        return { ...kept, lines, probability: 0 };
      });
      return confirmation(model, { ...ranking, candidates }, 'three-lines', 'good');
    };
    for (const probability of [0.05, 0.011])
      expect(at(probability)).toMatchObject({ met: false, why: expect.stringMatching(/bark suits Bb caerulea better/) });
    expect(at(0.009)).toMatchObject({ met: true });
  });
  it('a line against it is named', () => {
    const answer = rule([...four.slice(0, 3), see('leaf-x', 'blue')]);
    expect(answer.met).toBe(false);
    expect(answer.why).toMatch(/leaf against it/);
    expect(rungs(ranked([...four.slice(0, 3), see('leaf-x', 'blue')]))).toMatchObject({ form: 'for', leaf: 'against', site: 'open' });
  });
});

describe('a decisive mark', () => {
  const PEEL = traitOf('peel', 'bark', ['yes', 'no']);
  const only = taxonOf('Dd sola', { ...all('red'), peel: { yes: 'always' } });
  const silent = taxonOf('Ee tacita', all('red'));
  const rule = (taxa: Taxon[], mark: Partial<Observation> = {}, others: Observation[] = []) => {
    const m = modelOf(libraryOf([...TRAITS, PEEL], taxa));
    return confirmation(m, rank(m, { observations: [...others, see('peel', 'yes', mark)], lifeStage: 'mature' }), 'decisive-mark');
  };
  const BLUES = [BLUE, STRANGER].map((taxon) => taxonOf(taxon.name, { ...all('blue'), peel: { no: 'always' } }));
  it('is one sure mark that no other shows', () =>
    expect(rule([only, ...BLUES])).toMatchObject({ met: true, why: expect.stringMatching(/shown by no other taxon/) }));
  it('names mark and state as the questions do, not by their ids', () => {
    const worded = {
      ...PEEL,
      label: 'Bark peel',
      states: PEEL.states.map((s) => ({ ...s, label: s.id === 'yes' ? 'In strips' : s.label })),
    };
    const m = modelOf(libraryOf([...TRAITS, worded], [only, ...BLUES]));
    const { why } = confirmation(m, rank(m, { observations: [see('peel', 'yes')], lifeStage: 'mature' }), 'decisive-mark');
    expect(why).toMatch(/^Bark peel: in strips\b/);
  });
  it('counts only when sure, and never from the litter', () => {
    expect(rule([only, ...BLUES], { certainty: 'fairly' }).met).toBe(false);
    expect(rule([only, ...BLUES], { source: 'ground' }).met).toBe(false);
  });
  it('a silent record that still stands might share it', () => expect(rule([only, silent, ...BLUES]).met).toBe(false));
  it('a district that lists no plantings leaves no other out: the whole library is looked through', () => {
    const { districts } = testLibrary;
    const inDistrict = (taxa: Taxon[], planted: Record<string, number>) => {
      const district = { ...(districts[0] as District), id: 'here', planted, wild: [] };
      const m = modelOf({ ...libraryOf([...TRAITS, PEEL], taxa), districts: [district] });
      return confirmation(m, rank(m, { observations: [see('peel', 'yes')], lifeStage: 'mature', district: 'here' }), 'decisive-mark');
    };
    const twin = taxonOf('Ff gemina', { ...all('red'), peel: { yes: 'always' } });
    expect(inDistrict([only, twin, ...BLUES], {}).met).toBe(false);
    expect(inDistrict([only, ...BLUES], {})).toMatchObject({ met: true, why: expect.stringMatching(/in the library/) });
    // One that lists its plantings looks among them.
    expect(inDistrict([only, twin, ...BLUES], { 'Dd sola': 1 })).toMatchObject({
      met: true,
      why: expect.stringMatching(/district's list/),
    });
  });
  it('and nothing may be against the name', () => {
    const answer = rule([only, ...BLUES], {}, [see('twig-x', 'blue')]);
    expect(answer.met).toBe(false);
    expect(answer.why).toMatch(/is against Dd sola/);
  });
});

describe('where to look next', () => {
  it('where a planted tree stands says a fifth of what the same mark on it would; where a wild one stands, as much', () => {
    const twins = [traitOf('form-z', 'form', ['red', 'blue']), traitOf('site-z', 'site', ['red', 'blue'])];
    const of = (state: string): Record<string, States> => ({ 'form-z': { [state]: 'always' }, 'site-z': { [state]: 'always' } });
    const m = modelOf(libraryOf(twins, [taxonOf('Aa rubra', of('red')), taxonOf('Bb caerulea', of('blue'))]));
    const bits = (planted: boolean | undefined) => {
      const next = lookNext(m, rank(m, { observations: [], planted }));
      const at = (id: string) => next.find((look) => look.trait.id === id)?.bits ?? NaN;
      return at('site-z') / at('form-z');
    };
    expect(bits(true)).toBeCloseTo(0.2, 9);
    expect(bits(undefined)).toBeCloseTo(0.2, 9);
    expect(bits(false)).toBeCloseTo(1, 9);
  });
  it('one bit at most from a mark of two states, and near it where the names are split in two', () => {
    const even = modelOf(libraryOf(TRAITS, [RED, BLUE]));
    const looks = lookNext(even, rank(even, { observations: [], lifeStage: 'mature' }));
    for (const look of looks) {
      expect(look.bits).toBeGreaterThan(0.55);
      expect(look.bits).toBeLessThanOrEqual(1);
    }
  });
  it('nothing from a mark that all share', () => {
    const same = modelOf(libraryOf(TRAITS, [RED, taxonOf('Bb rubra', all('red'))]));
    expect(lookNext(same, rank(same, { observations: [], lifeStage: 'mature' }))).toEqual([]);
  });
  it('of two that split alike, the one that costs less comes first', () => {
    const even = modelOf(libraryOf(TRAITS, [RED, BLUE]));
    const order = lookNext(even, rank(even, { observations: [], lifeStage: 'mature', date: '2026-06-15', latitude: 46 })).map(
      (look) => look.trait.id,
    );
    expect(order.indexOf('leaf-x')).toBeLessThan(order.indexOf('bark-x'));
    expect(order.indexOf('bark-x')).toBeLessThan(order.indexOf('twig-x'));
  });
  it('not again what was seen or cannot be seen, and no leaf in winter', () => {
    const ids = (date: string, leaveOut: string[] = []) =>
      lookNext(model, ranked([see('form-x', 'red')], { date, latitude: 46 }), new Set(leaveOut)).map((look) => look.trait.id);
    expect(ids('2026-06-15')).not.toContain('form-x');
    expect(ids('2026-06-15', ['twig-x'])).not.toContain('twig-x');
    expect(ids('2026-01-15')).not.toContain('leaf-x');
  });
  it('a number splits by how far its ranges lie apart', () => {
    const long = (errors: object) =>
      traitOf('long', 'leaf', [], {
        reach: 'hand',
        number: { unit: 'cm', min: 0.1, max: 100, relativeError: 0.1, absoluteError: 0.2, ...errors },
      });
    const sized = (name: string, from: number, to: number) =>
      ({ ...taxonOf(name, {}), traits: { long: { kind: 'range' as const, from, to } } }) as Taxon;
    const bits = (a: [number, number], b: [number, number], errors: object = {}) => {
      const m = modelOf(libraryOf([long(errors)], [sized('Aa parva', ...a), sized('Bb magna', ...b)]));
      return lookNext(m, rank(m, { observations: [] }))[0]?.bits ?? 0;
    };
    expect(bits([2, 4], [20, 40])).toBeGreaterThan(0.55);
    expect(bits([2, 4], [3, 6])).toBeLessThan(bits([2, 4], [20, 40]));
    expect(bits([2, 4], [2, 4])).toBe(0);
    // Ranges narrower than the steps they are sorted into are still told apart.
    expect(bits([2, 2.001], [20, 20.001], { relativeError: 1e-9, absoluteError: 1e-9 })).toBeGreaterThan(0.55);
  });
});

describe('what comes into view later', () => {
  it('the months ahead in their order, in the months of the place', () => {
    const later = (date: string, latitude: number) =>
      comesIntoView(model, ranked([see('form-x', 'red')], { date, latitude }), latitude).find((look) => look.trait.id === 'leaf-x')?.months;
    expect(later('2026-01-15', 46)).toEqual([4, 5, 6, 7, 8, 9, 10]);
    // July is deep winter in the south; the leaves come in October.
    expect(later('2026-07-15', -35)).toEqual([10, 11, 12, 1, 2, 3, 4]);
  });
  it('nothing of what shows now', () =>
    expect(comesIntoView(model, ranked([], { date: '2026-06-15', latitude: 46 }), 46).map((look) => look.trait.id)).not.toContain(
      'leaf-x',
    ));
});

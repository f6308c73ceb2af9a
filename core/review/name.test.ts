import fc from 'fast-check';
import { LEVELS } from '../contracts';
import { testLibrary } from '../testing/library';
import { genusOf } from '../knowledge';
import { derive, newestJudging, saysLess, standingName, type TreeRecord } from '.';

type Name = TreeRecord['determinations'][number];
let n = 0;
const given = (day: string, taxon: string | null, part: Partial<Name> = {}): Name => ({
  id: `d${n++}`,
  visitId: `v-${day}`,
  at: `${day}T10:00:00.000Z`,
  taxon,
  level: taxon === null ? 'none' : taxon.includes(' ') ? 'species' : 'genus',
  source: 'visit',
  ...part,
});
const visit = (day: string, judgement: Record<string, { band: string }> = {}) =>
  ({ id: `v-${day}`, finishedAt: `${day}T10:00:00.000Z`, amends: null, name: null, judgement, record: { measurements: {} } }) as never;
const confirm = (day: string, verdict: 'confirm' | 'question' | 'overturn' = 'confirm') => ({
  id: `r-${day}`,
  visitId: `v-${day}`,
  at: `${day}T18:00:00.000Z`,
  verdict,
});
const tree = (part: Partial<TreeRecord>): TreeRecord => ({ visits: [], determinations: [], reviews: [], followUps: [], ...part });

describe('the name that stands', () => {
  const first = given('2024-06-01', 'Acer rubrum');
  it('a visit that only looks the tree over takes no name away', () => {
    const record = tree({ determinations: [first, given('2026-06-01', null)], reviews: [confirm('2024-06-01')] });
    expect(derive(record)).toMatchObject({ taxon: 'Acer rubrum', level: 'species', standing: 'confirmed' });
  });
  it.each([
    ['the genus', given('2026-06-01', 'Acer')],
    ['the family', given('2026-06-01', 'Sapindaceae', { level: 'family' })],
    ['the same with less surety', given('2026-06-01', 'Acer rubrum', { level: 'cf. species' })],
  ])('%s says less and leaves it', (_words, next) => {
    expect(derive(tree({ determinations: [first, next], reviews: [confirm('2024-06-01')] }))).toMatchObject({
      taxon: 'Acer rubrum',
      level: 'species',
      standing: 'confirmed',
    });
  });
  it('another name is proposed anew, at any level', () => {
    for (const other of ['Acer saccharinum', 'Platanus'])
      expect(derive(tree({ determinations: [first, given('2026-06-01', other)], reviews: [confirm('2024-06-01')] }))).toMatchObject({
        taxon: other,
        standing: 'proposed',
      });
  });
  it('what only a list says gives way to whatever a visit saw, but not to nothing', () => {
    const listed = given('2020-01-01', 'Acer rubrum', { source: 'import', visitId: null });
    expect(derive(tree({ determinations: [listed, given('2026-06-01', 'Acer')] }))).toMatchObject({ taxon: 'Acer', standing: 'proposed' });
    expect(derive(tree({ determinations: [listed, given('2026-06-01', null)] }))).toMatchObject({
      taxon: 'Acer rubrum',
      standing: 'imported',
    });
  });
  it('given again it stays confirmed; a question is answered by giving it again', () => {
    const again = given('2026-06-01', 'Acer rubrum');
    expect(derive(tree({ determinations: [first, again], reviews: [confirm('2024-06-01')] })).standing).toBe('confirmed');
    const questioned = tree({ determinations: [first], reviews: [confirm('2024-06-01', 'question')] });
    expect(derive(questioned).standing).toBe('questioned');
    expect(derive({ ...questioned, determinations: [first, again] }).standing).toBe('proposed');
    expect(
      derive(tree({ determinations: [first, again], reviews: [confirm('2024-06-01'), confirm('2026-06-01', 'question')] })).standing,
    ).toBe('questioned');
  });
  it('an overturned name given again is no more than proposed', () => {
    const record = tree({
      determinations: [
        first,
        given('2024-06-02', 'Acer saccharinum', { source: 'review', visitId: 'v-2024-06-01' }),
        given('2026-06-01', 'Acer rubrum'),
      ],
      reviews: [confirm('2024-06-01', 'overturn')],
    });
    expect(derive(record)).toMatchObject({ taxon: 'Acer rubrum', standing: 'proposed' });
  });
  it('a tree nobody could name is unnamed', () =>
    expect(derive(tree({ determinations: [given('2026-06-01', null)] })).standing).toBe('unnamed'));
  it('no name says less than itself, a genus says less than each of its species, and none than any', () => {
    fc.assert(
      fc.property(fc.constantFrom(...testLibrary.taxa), fc.constantFrom(...LEVELS), (taxon, level) => {
        const species = { taxon: taxon.name, level: 'species' as const };
        expect(saysLess(species, species)).toBe(false);
        expect(saysLess({ taxon: genusOf(taxon.name), level: 'genus' }, species)).toBe(true);
        expect(saysLess({ taxon: null, level: 'none' }, { taxon: taxon.name, level })).toBe(true);
      }),
    );
  });
  it('does not hang on the order of the record', () => {
    const all = [first, given('2025-06-01', 'Acer'), given('2025-07-01', 'Platanus'), given('2026-06-01', null)];
    fc.assert(
      fc.property(fc.shuffledSubarray(all, { minLength: all.length }), (names) => expect(standingName(names)?.taxon).toBe('Platanus')),
    );
  });
});

describe('the condition that stands', () => {
  const sick = visit('2025-06-01', {
    vigour: { band: 'strained' },
    soundness: { band: 'serious weakness' },
    hiddenDecay: { band: 'likely' },
  });
  it('a visit that judged nothing hides nothing', () => {
    const measured = visit('2026-06-01', {
      vigour: { band: 'thriving' },
      soundness: { band: 'not judged' },
      hiddenDecay: { band: 'not judged' },
    });
    expect(derive(tree({ visits: [sick, measured] }))).toMatchObject({
      vigour: 'thriving',
      soundness: 'serious weakness',
      hiddenDecay: 'likely',
      lastVisitOn: '2026-06-01',
    });
  });
  it('the visit that judged last is found for each scale, the newest where none did', () => {
    const visits = ['strained', null, 'not judged'].map((band, i) => ({ id: i, judgement: band === null ? {} : { vigour: { band } } }));
    expect(newestJudging([...visits].reverse(), 'vigour')?.id).toBe(0);
    expect(newestJudging(visits, 'soundness')?.id).toBe(0);
    expect(newestJudging([], 'vigour')).toBeUndefined();
  });
  it('a tree nobody ever judged says so', () =>
    expect(derive(tree({ visits: [visit('2026-06-01', { soundness: { band: 'not judged' } })] }))).toMatchObject({
      soundness: 'not judged',
      vigour: null,
    }));
});

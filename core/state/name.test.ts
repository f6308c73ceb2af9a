import fc from 'fast-check';
import { genusOf } from '../knowledge';
import { LEVELS } from '../record/name';
import { testLibrary } from '../testing/library';
import { testName as given, testReview as review, testVisit as visit } from '../testing/record';
import { derive, type TreeRecord } from './derive';
import { nameBefore, saysLess, standingNameOf } from './name';

const tree = (part: Partial<TreeRecord>): TreeRecord => ({ timeZone: 'UTC', visits: [], determinations: [], reviews: [], ...part });
const byReview = (of: string, taxon: string, on = of) =>
  given(on, taxon, { id: `rd-${of}-${on}`, source: 'review', visitId: `v-${of}`, at: `${on}T18:00:00.000Z` });

describe('the name that stands', () => {
  const first = given('2024-06-01', 'Acer rubrum');
  it('a visit that only looks the tree over takes no name away', () => {
    const record = tree({ determinations: [first, given('2026-06-01', null)], reviews: [review('2024-06-01')] });
    expect(derive(record)).toMatchObject({ taxon: 'Acer rubrum', level: 'species', standing: 'confirmed' });
  });
  it.each([
    ['the genus', given('2026-06-01', 'Acer')],
    ['the family', given('2026-06-01', 'Sapindaceae', { level: 'family' })],
    ['the same with less surety', given('2026-06-01', 'Acer rubrum', { level: 'cf. species' })],
  ])('%s says less and leaves it', (_words, next) => {
    for (const reviews of [[], [review('2024-06-01')]])
      expect(derive(tree({ determinations: [first, next], reviews }))).toMatchObject({ taxon: 'Acer rubrum', level: 'species' });
  });
  it('another name is proposed anew, at any level, while nobody has settled one', () => {
    for (const other of ['Acer saccharinum', 'Platanus'])
      expect(derive(tree({ determinations: [first, given('2026-06-01', other)] }))).toMatchObject({ taxon: other, standing: 'proposed' });
  });
  it('what only a list says gives way to whatever a visit saw, but not to nothing', () => {
    const listed = given('2020-01-01', 'Acer rubrum', { source: 'import', visitId: null });
    expect(derive(tree({ determinations: [listed, given('2026-06-01', 'Acer')] }))).toMatchObject({ taxon: 'Acer', standing: 'proposed' });
    expect(derive(tree({ determinations: [listed, given('2026-06-01', null)] }))).toMatchObject({
      taxon: 'Acer rubrum',
      standing: 'imported',
    });
  });
  it('a question is answered by giving the name again, after it', () => {
    const asked = tree({ determinations: [first], reviews: [review('2024-06-01', 'question')] });
    expect(derive(asked).standing).toBe('questioned');
    expect(derive({ ...asked, determinations: [first, given('2026-06-01', 'Acer rubrum')] }).standing).toBe('proposed');
    expect(derive({ ...asked, determinations: [given('2024-05-01', 'Acer rubrum'), first] }).standing).toBe('questioned');
  });
  it('a name of a visit that was amended counts no more; one of a visit that is not in the record does', () => {
    const old = given('2024-06-01', 'Acer rubrum');
    const amended = visit('2024-06-01', { id: 'v-amended', amends: 'v-2024-06-01', finishedAt: '2024-06-02T10:00:00.000Z' });
    const anew = given('2024-06-01', null, { id: 'd-anew', visitId: 'v-amended', at: amended.finishedAt });
    expect(derive(tree({ visits: [visit('2024-06-01'), amended], determinations: [old, anew] }))).toMatchObject({
      taxon: null,
      standing: 'unnamed',
    });
    expect(derive(tree({ determinations: [old] }))).toMatchObject({ taxon: 'Acer rubrum', standing: 'proposed' });
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
});

describe('a review settles a name, and only a review undoes it', () => {
  const first = given('2024-06-01', 'Acer rubrum');
  it('its word is taken also where it is wider: overturned to the genus, the tree is held to be the genus', () => {
    const record = tree({ determinations: [first, byReview('2024-06-01', 'Acer')], reviews: [review('2024-06-01', 'overturn')] });
    expect(derive(record)).toMatchObject({ taxon: 'Acer', level: 'genus', standing: 'overturned' });
  });
  it.each([
    ['confirmed', [first], [review('2024-06-01')], 'Acer rubrum'],
    ['overturned', [first, byReview('2024-06-01', 'Platanus × acerifolia')], [review('2024-06-01', 'overturn')], 'Platanus × acerifolia'],
  ] as const)('once %s it stays whatever a later visit says, and that is told', (settled, determinations, reviews, name) => {
    const other = given('2026-06-01', 'Acer saccharum');
    const contested = tree({ determinations: [...determinations, other], reviews: [...reviews] });
    expect(derive(contested)).toMatchObject({ taxon: name, standing: 'contested' });
    expect(derive({ ...contested, determinations: [...determinations, given('2026-06-01', name)] })).toMatchObject({ standing: settled });
    expect(derive({ ...contested, reviews: [...reviews, review('2026-06-01')] })).toMatchObject({
      taxon: 'Acer saccharum',
      standing: 'confirmed',
    });
  });
  it('an amendment of the visit does not take the reviewer’s name with it', () => {
    const visits = [
      visit('2024-06-01'),
      visit('2024-06-01', { id: 'v-amended', amends: 'v-2024-06-01', finishedAt: '2024-07-01T10:00:00.000Z' }),
    ];
    const record = tree({
      visits,
      determinations: [
        first,
        byReview('2024-06-01', 'Platanus × acerifolia', '2024-06-10'),
        given('2024-07-01', 'Acer saccharum', { visitId: 'v-amended' }),
      ],
      reviews: [review('2024-06-01', 'overturn', '2024-06-10')],
    });
    expect(derive(record)).toMatchObject({ taxon: 'Platanus × acerifolia', standing: 'contested' });
  });
  it('a question about a confirmed name is open until a visit gives it again; about a name put aside it opens nothing', () => {
    const asked = [review('2024-06-01'), review('2024-06-01', 'question', '2025-06-01')];
    expect(derive(tree({ determinations: [first], reviews: asked }))).toMatchObject({ taxon: 'Acer rubrum', standing: 'questioned' });
    const aside = [first, given('2026-06-01', 'Platanus')];
    const reviews = [review('2024-06-01'), review('2026-06-01', 'question', '2026-06-02')];
    expect(derive(tree({ determinations: aside, reviews }))).toMatchObject({ taxon: 'Acer rubrum', standing: 'confirmed' });
  });
  it('the newest review that settles has the word', () => {
    const record = tree({
      determinations: [first, byReview('2024-06-01', 'Acer', '2024-06-02')],
      reviews: [review('2024-06-01', 'overturn', '2024-06-02'), review('2024-06-01', 'confirm', '2024-08-01')],
    });
    expect(derive(record)).toMatchObject({ taxon: 'Acer rubrum', standing: 'confirmed' });
  });
  it('before a visit stands what earlier days and earlier hours of its day gave, whenever those were finished', () => {
    const at = (day: string, finishedAt: string, id: string) => visit(day, { id, finishedAt });
    const of = (v: ReturnType<typeof at>, taxon: string) => given(v.look.day, taxon, { id: `d-${v.id}`, visitId: v.id, at: v.finishedAt });
    const before = (other: ReturnType<typeof at>, here: ReturnType<typeof at>) =>
      nameBefore([of(other, 'Acer rubrum'), of(here, 'Tilia cordata')], [], [other, here], here, 'UTC')?.taxon ?? null;
    const here = at('2026-06-10', '2026-06-10T10:00:00.000Z', 'here');
    expect(before(at('2026-06-01', '2026-06-20T10:00:00.000Z', 'late'), here)).toBe('Acer rubrum');
    expect(before(at('2026-06-10', '2026-06-10T09:00:00.000Z', 'same'), here)).toBe('Acer rubrum');
    expect(before(at('2026-06-10', '2026-06-10T11:00:00.000Z', 'after'), here)).toBeNull();
    expect(before(at('2026-06-12', '2026-06-09T10:00:00.000Z', 'next'), here)).toBeNull();
  });
  it('does not hang on the order of the record', () => {
    const all = [first, given('2025-06-01', 'Acer'), given('2025-07-01', 'Platanus'), given('2026-06-01', null)];
    const reviews = [review('2024-06-01'), review('2025-07-01', 'question', '2025-08-01')];
    fc.assert(
      fc.property(fc.shuffledSubarray(all, { minLength: all.length }), fc.shuffledSubarray(reviews, { minLength: 0 }), (names, said) =>
        expect(standingNameOf(names, said, [], 'UTC')).toEqual(
          standingNameOf(
            all,
            [...said].sort((a, b) => a.at.localeCompare(b.at)),
            [],
            'UTC',
          ),
        ),
      ),
    );
  });
});

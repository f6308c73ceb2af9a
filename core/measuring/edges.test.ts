// Where a limit is drawn, on which side the limit itself stands, and what is said there.
import { stageIn } from './age';
import { crownRatioWords, ratioStands } from './crown';
import { EMPTY_ENTRY, readEntry } from './form';
import { heightTangent } from './height';
import { questionsAbout } from './plausible';
import { slendernessWords } from './stem';
import { measure } from './tasks';

const degrees = (d: number) => (d * Math.PI) / 180;
const m = (value: number) => ({ value, unit: 'm' });
const oak = { name: 'Quercus rubra', maxDbh: 1.5, matureHeight: { from: 18, to: 30, unit: 'm' as const } };

describe('where an observer stands', () => {
  // A top angle of 45° is met at the tree's own height; common practice, no source.
  it.each([
    [40, []],
    [45, []],
    [46, ['too-close', 'near-limb']],
  ])('a top at %s° above a level foot: %j', (angle, stands) => expect(heightTangent(20, degrees(angle), 0).stands).toEqual(stands));
  it('below the level a foot far down makes a tree taller than it is away, at no steep angle', () =>
    expect(heightTangent(20, degrees(30), degrees(-30)).stands).toEqual(['too-close']));
});

describe('limits', () => {
  // The wall of a hollow stem: Mattheck and Breloer 1994 (from memory), under 0.3 of the radius.
  it('a sound shell of three tenths of the radius is not yet thin', () => {
    expect(measure({ do: 'shell-ratio', dbh: m(1), shell: m(0.15) }).warnings).toEqual([]);
    expect(measure({ do: 'shell-ratio', dbh: m(1), shell: m(0.149) }).warnings).toHaveLength(1);
  });
  it('a fifth of the height in live crown fails, a third is weak, half is good on a broadleaf', () => {
    const of = (ratio: number) => ratioStands(ratio, 'broadleaf');
    expect([0.2, 0.21, 1 / 3, 0.34, 0.49, 0.5].map(of)).toEqual(['failing', 'weak', 'weak', 'short', 'short', 'good']);
    expect([0.39, 0.4].map((ratio) => ratioStands(ratio, 'conifer'))).toEqual(['short', 'good']);
    expect(crownRatioWords(0.49, 'broadleaf')).toBe('Short of 50%.');
  });
  // Wang and others 1998; Mattheck (both from memory).
  it('height over diameter speaks over 50, and again over 100', () =>
    expect([50, 50.1, 100, 100.1].map((ratio) => slendernessWords(ratio)?.slice(0, 8) ?? null)).toEqual([
      null,
      'Over 50:',
      'Over 50:',
      'Over 100',
    ]));
  it('a stem is read within reach', () => {
    const at = (readingHeight: string) =>
      readEntry({ ...EMPTY_ENTRY, readingHeight }, { units: 'metric', stem: 'girth', breastHeight: 1.3 }, null, null);
    expect(at('3')).toMatchObject({ values: { breastHeight: 3 }, problems: {} });
    expect(at('3.01').problems.readingHeight).toMatch(/up to 3\.0 m/);
    expect(at('0')).toMatchObject({ values: { breastHeight: 1.3 }, problems: { readingHeight: expect.any(String) } });
  });
  it('a sapling has a height too; a top below its base has none', () => {
    const at = (top: number) =>
      measure({ do: 'height-tangent', distance: m(2), top: { value: top, unit: 'deg' }, base: { value: 0, unit: 'deg' } });
    expect((at(14).height as { value: number }).value).toBeCloseTo(2 * Math.tan(degrees(14)), 9);
    expect(() => at(-1)).toThrow(/angles above the base/);
    expect(() => at(0)).toThrow(/angles above the base/);
  });
  it('an age is guessed from a third under to half over, and who has no factor is told apart from who is no tree', () => {
    const growthFactors = [{ taxon: 'Quercus rubra', yearsPerInch: 4 }];
    const known = { growthFactors, taxa: ['Quercus rubra', 'Ginkgo biloba'] };
    const of = (taxon: string) => measure({ do: 'age-guess', taxon, dbh: { value: 20, unit: 'in' } }, known);
    expect(of('Quercus rubra')).toMatchObject({ years: 80, low: 52, high: 120 });
    expect(() => of('Ginkgo biloba')).toThrow(/growth factor/);
    expect(() => of('Ginko biloba')).toThrow(/nearest known: Ginkgo biloba/);
  });
  it('an empty or zero further reading is none', () => {
    const read = (again: string[]) =>
      readEntry({ ...EMPTY_ENTRY, stems: ['30'], again }, { units: 'metric', stem: 'diameter', breastHeight: 1.3 }, null, null).values.dbh;
    for (const again of [[], [''], ['0'], ['', '0']]) expect(read(again)).toMatchObject({ m: 0.3 });
    expect(read([''])).not.toHaveProperty('readings');
    expect(read(['31'])?.readings).toHaveLength(2);
  });
  it('a planted tree is young for eighteen years and old from seventy', () =>
    expect([17, 18, 69, 70].map((age) => stageIn(2026, 2026 - age))).toEqual(['young', 'mature', 'mature', 'old']));
  it('growth is asked about only where it is faster than any, over more than half a year', () => {
    const asked = (dbh: number, years: number) => questionsAbout({ dbh }, oak, { dbh: 0.3, years }).length;
    expect(asked(0.3 + 0.0299 * 2, 2)).toBe(0);
    expect(asked(0.3 + 0.0301 * 2, 2)).toBe(1);
    expect(asked(0.4, 0.5)).toBe(0);
    expect(asked(0.286, 2)).toBe(0);
    expect(asked(0.284, 2)).toBe(1);
    const rose = (height: number, years: number) => questionsAbout({ height }, oak, { height: 10, years }).length;
    expect([rose(13.9, 2), rose(14.1, 2), rose(8, 2), rose(7.9, 2), rose(30, 0.5)]).toEqual([0, 1, 0, 1, 0]);
  });
  it('a stem is asked about from 150 times as tall as thick, and below twelve times from a hand’s breadth on', () => {
    const asked = (height: number, dbh: number) => questionsAbout({ height, dbh }, oak, null).length;
    expect([asked(15, 0.1), asked(15.1, 0.1), asked(2.41, 0.2), asked(2.3, 0.2), asked(0.5, 0.1)]).toEqual([0, 1, 0, 1, 0]);
  });
  it('a crown is asked about when wider than 45 stems or two and a half heights', () => {
    const asked = (crownSpread: number, rest: { dbh?: number; height?: number }) =>
      questionsAbout({ crownSpread, ...rest }, oak, null).length;
    expect([asked(8.9, { dbh: 0.2 }), asked(9.1, { dbh: 0.2 }), asked(20, { dbh: 0.05 })]).toEqual([0, 1, 0]);
    expect([asked(10, { height: 4 }), asked(10.1, { height: 4 }), asked(9, { height: 3 })]).toEqual([0, 1, 0]);
  });
});

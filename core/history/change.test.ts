import { type Change } from '../record/judgement';
import { STEM_SIDES, type Zone } from '../knowledge';
import { ALL, cm, judgeOak } from '../testing/judge';
import { testLibrary } from '../testing/library';
import { alertsOf, changesOver, unseenSides } from './change';
import { emptyLook, type Look } from '../record/look';
import type { SignSeen } from '../record/sign';

/** A look at which all was seen; sizes in m, signs by kind and place. */
const look = (
  day: string,
  {
    dbh,
    height,
    crownBase,
    signs = [],
    ...part
  }: Partial<Omit<Look, 'signs'>> & { dbh?: number; height?: number; crownBase?: number; signs?: Seen[] } = {},
): Look => ({
  ...emptyLook(day),
  looked: ALL,
  signs: signs.map((sign, i): SignSeen => ({ key: `${day}/${i}`, ...sign })),
  measurements: {
    ...(dbh === undefined ? {} : { dbh: { m: dbh } }),
    ...(height === undefined ? {} : { height: { m: height } }),
    ...(crownBase === undefined ? {} : { crownBase: { m: crownBase } }),
  },
  ...part,
});
type Seen = Omit<SignSeen, 'key'> & { key?: string };
const cavity = (opening: number, zone: Zone = 'stem-se', part: Partial<SignSeen> = {}): Seen => ({ id: 'cavity', zone, opening, ...part });
const of = (looks: Look[], sign: string): Change | undefined => changesOver(testLibrary, looks).find((c) => c.sign === sign);

describe('a sign over the years', () => {
  it('a hole that grows from 3 to 14 cm in four years is worse, and is told unasked', () => {
    const looks = [
      look('2022-06-01', { signs: [cavity(0.03)] }),
      look('2024-06-01', { signs: [cavity(0.08)] }),
      look('2026-06-01', { signs: [cavity(0.14)] }),
    ];
    const change = of(looks, 'cavity');
    expect(change).toMatchObject({ course: 'worse', field: 'opening' });
    expect(change?.trend?.perYear).toBeCloseTo(0.0275, 3);
    expect(change?.says).toMatch(/larger, 30 mm in 2022, 14 cm in 2026/);
    expect(alertsOf(changesOver(testLibrary, looks)).map((c) => c.sign)).toEqual(['cavity']);
  });
  it('half a centimetre more is no change that two people could agree on (common practice, no source)', () =>
    expect(of([look('2024-06-01', { signs: [cavity(0.08)] }), look('2026-06-01', { signs: [cavity(0.085)] })], 'cavity')).toMatchObject({
      course: 'steady',
    }));
  // US forest health monitoring quality objective (from memory): dieback repeats within ±10 points.
  it.each([
    [10, 20, 'steady'],
    [10, 24, 'steady'],
    [10, 26, 'worse'],
    [40, 20, 'better'],
  ])('dieback of %d %% and then %d %%: %s', (before, now, course) => {
    const at = (date: string, percent: number) => look(date, { signs: [{ id: 'tip-dieback', zone: 'crown-top' as Zone, percent }] });
    expect(of([at('2024-07-01', before), at('2026-07-01', now)], 'tip-dieback')?.course).toBe(course);
  });
  it('a wound whose edges roll in closes', () => {
    const wound = (width: number) => ({ id: 'wound', zone: 'stem-n' as Zone, width });
    const change = of([look('2020-05-01', { signs: [wound(0.2)] }), look('2026-05-01', { signs: [wound(0.09)] })], 'wound');
    expect(change?.course).toBe('better');
    expect(change?.says).toMatch(/closing/);
  });
  it('a side seen before without it says since when it is new; a side not seen says nothing', () => {
    const seen = [look('2022-06-01'), look('2026-06-01', { signs: [cavity(0.05)] })];
    expect(of(seen, 'cavity')?.says).toMatch(/new since 2022/);
    const unseen = [look('2022-06-01', { looked: ALL.filter((z) => z !== 'stem-se') }), look('2026-06-01', { signs: [cavity(0.05)] })];
    expect(of(unseen, 'cavity')?.says).toMatch(/seen once so far/);
  });
  it('a side looked at later without it says that it was not found again; a side nobody looked at does not', () => {
    const gone = [look('2022-06-01', { signs: [cavity(0.05)] }), look('2026-06-01')];
    // It still counts: missing something is no evidence that it healed.
    expect(of(gone, 'cavity')).toMatchObject({ clearSince: null, course: 'not found again' });
    expect(of(gone, 'cavity')?.says).toMatch(/not found again in 2026; it still counts/);
    const blind = [look('2022-06-01', { signs: [cavity(0.05)] }), look('2026-06-01', { looked: ALL.filter((z) => z !== 'stem-se') })];
    expect(of(blind, 'cavity')).toMatchObject({ clearSince: null, course: 'one reading' });
  });
  it('the same sign at two sides is two stories', () =>
    expect(
      changesOver(testLibrary, [look('2026-06-01', { signs: [cavity(0.05), cavity(0.1, 'stem-n')] })]).filter((c) => c.sign === 'cavity'),
    ).toHaveLength(2));
});

describe('which sign is which', () => {
  const courses = (looks: Look[], sign = 'cavity') =>
    changesOver(testLibrary, looks)
      .filter((c) => c.sign === sign)
      .map(({ course, points }) => ({ course, sizes: points.map((p) => p.value) }));
  it('two holes on one side are two stories, told apart by their heights where nobody said which is which', () => {
    const looks = [
      look('2022-06-01', { signs: [cavity(0.05, 'stem-n', { height: 1 }), cavity(0.1, 'stem-n', { height: 4 })] }),
      look('2026-06-01', { signs: [cavity(0.11, 'stem-n', { height: 4.2 }), cavity(0.15, 'stem-n', { height: 1.1 })] }),
    ];
    expect(courses(looks)).toEqual([
      { course: 'worse', sizes: [0.05, 0.15] },
      { course: 'steady', sizes: [0.1, 0.11] },
    ]);
  });
  it('what the person says of it goes before height and order', () => {
    const first = look('2022-06-01', {
      signs: [cavity(0.05, 'stem-n', { key: 'a', height: 1 }), cavity(0.06, 'stem-n', { key: 'b', height: 1.2 })],
    });
    const then = look('2026-06-01', {
      signs: [cavity(0.2, 'stem-n', { key: 'c', again: 'b', height: 1 }), cavity(0.05, 'stem-n', { key: 'd', again: 'a' })],
    });
    expect(courses([first, then])).toEqual([
      { course: 'worse', sizes: [0.06, 0.2] },
      { course: 'steady', sizes: [0.05, 0.05] },
    ]);
  });
  it('a second hole that is said to be another does not make the first one grow', () => {
    const first = look('2022-06-01', { signs: [cavity(0.05, 'stem-n', { key: 'a' })] });
    const then = look('2026-06-01', {
      signs: [cavity(0.05, 'stem-n', { key: 'b', again: 'a' }), cavity(0.2, 'stem-n', { key: 'c', again: null })],
    });
    expect(courses([first, then])).toEqual([
      { course: 'steady', sizes: [0.05, 0.05] },
      { course: 'one reading', sizes: [0.2] },
    ]);
  });
  it('a sign that moved round the stem is the same one when somebody says so', () => {
    const looks = [
      look('2022-06-01', { signs: [cavity(0.05, 'stem-n', { key: 'a' })] }),
      look('2026-06-01', { signs: [cavity(0.12, 'stem-ne', { key: 'b', again: 'a' })] }),
    ];
    expect(courses(looks)).toEqual([{ course: 'worse', sizes: [0.05, 0.12] }]);
  });
});

describe('what ends a sign', () => {
  const hollow: Seen = { id: 'hollow-sound', zone: 'stem-n', kind: 'drum' };
  const soft: Seen = { id: 'soft-wood', zone: 'collar' };
  const hung: Seen = { id: 'hung-branch', zone: 'crown-mid', size: 'large' };
  const wilt: Seen = { id: 'wilting', zone: 'crown-mid' };
  const ended = (of1: Seen, part: Partial<SignSeen>) => look('2026-07-01', { signs: [{ ...of1, again: '2024-07-01/0', ...part }] });
  const then = (seen: Seen) => look('2024-07-01', { signs: [seen] });
  it('neither the eye nor one clear knock closes a hollow', () => {
    expect(of([then(hollow), look('2026-07-01')], 'hollow-sound')).toMatchObject({ clearSince: null });
    expect(of([then(hollow), look('2026-07-01', { sounding: [{ zone: 'stem-n', sound: 'clear' }] })], 'hollow-sound')).toMatchObject({
      clearSince: null,
      course: 'not found again',
    });
  });
  it('soft wood is not gone because somebody looked, nor because somebody says so', () => {
    expect(of([then(soft), look('2026-07-01', { absent: ['soft-wood'] })], 'soft-wood')).toMatchObject({ clearSince: null });
    expect(of([then(soft), ended(soft, { trend: 'gone' })], 'soft-wood')).toMatchObject({ clearSince: null });
  });
  it('an investigation or a reviewer closes it, with the finding', () => {
    for (const how of ['investigation', 'review'] as const)
      expect(of([then(soft), ended(soft, { ended: { how, note: 'drilled: sound to 12 cm' } })], 'soft-wood')).toMatchObject({
        clearSince: '2026-07-01',
        course: 'better',
      });
    expect(of([then(soft), ended(soft, { ended: { how: 'work', note: 'deadwood taken out' } })], 'soft-wood')).toMatchObject({
      clearSince: null,
    });
  });
  it('a hung branch is gone when somebody sees it gone, not when nobody mentions it', () => {
    expect(of([then(hung), look('2026-07-01')], 'hung-branch')).toMatchObject({ clearSince: null });
    expect(of([then(hung), ended(hung, { trend: 'gone' })], 'hung-branch')).toMatchObject({ clearSince: '2026-07-01', course: 'better' });
    // Who did not look at the crown cannot say so.
    const unseen = { ...ended(hung, { trend: 'gone' }), looked: ['stem-n' as Zone] };
    expect(of([then(hung), unseen], 'hung-branch')).toMatchObject({ clearSince: null });
  });
  it('a wilt passes on a look that would show it: in leaf, on a tree whose leaf is known', () => {
    const elm = { taxon: testLibrary.taxa.find(({ name }) => name === 'Ulmus minor') ?? null, latitude: 46 };
    const at = (day: string, place?: Parameters<typeof changesOver>[2]) =>
      changesOver(testLibrary, [then(wilt), look(day)], place).find(({ sign }) => sign === 'wilting')?.clearSince;
    expect(at('2026-07-01', elm)).toBe('2026-07-01');
    expect(at('2026-01-15', elm)).toBe(null);
    expect(at('2026-07-01')).toBe(null);
  });
});

describe('the whole tree over the years', () => {
  it('growth is real beyond the tape, and standing still is an answer', () => {
    const grew = changesOver(testLibrary, [look('2016-06-01', { dbh: 0.3 }), look('2026-06-01', { dbh: 0.36 })])[0];
    expect(grew).toMatchObject({ what: 'dbh', course: 'better' });
    expect(grew?.says).toMatch(/grew, 30 cm in 2016, 36 cm in 2026, 6\.0 mm a year/);
    expect(changesOver(testLibrary, [look('2024-06-01', { dbh: 0.3 }), look('2026-06-01', { dbh: 0.301 })])[0]?.says).toMatch(
      /no measurable change/,
    );
  });
  // US forest inventory quality objectives (from memory): height repeats within ±10%, crown ratio within ±10 points.
  it.each([
    [20, 18, 'steady'],
    [20, 15, 'worse'],
  ])('height %d m, then %d m: %s', (before, now, course) =>
    expect(
      changesOver(testLibrary, [look('2022-06-01', { height: before }), look('2026-06-01', { height: now })]).find(
        (c) => c.what === 'height',
      )?.course,
    ).toBe(course),
  );
  it('a crown that drew back is told by its ratio', () => {
    const looks = [look('2020-06-01', { height: 20, crownBase: 6 }), look('2026-06-01', { height: 20, crownBase: 11 })];
    expect(changesOver(testLibrary, looks).find((c) => c.what === 'crown-ratio')).toMatchObject({ course: 'worse', unit: '%' });
  });
  it('knows the sides nobody ever saw, and those missed last time', () => {
    const west: Zone[] = ['stem-w'];
    const looks = [
      look('2022-06-01', { looked: ALL.filter((z) => !west.includes(z)) }),
      look('2026-06-01', { looked: ALL.filter((z) => !west.includes(z) && z !== 'stem-n') }),
    ];
    expect(unseenSides(testLibrary, looks)).toEqual({ never: ['stem-w'], lately: ['stem-n'] });
    expect(unseenSides(testLibrary, []).never).toEqual(STEM_SIDES);
  });
  it('looks may come in any order', () => {
    const looks = [look('2022-06-01', { dbh: 0.3 }), look('2024-06-01', { dbh: 0.33 }), look('2026-06-01', { dbh: 0.36 })];
    expect(changesOver(testLibrary, [...looks].reverse())).toEqual(changesOver(testLibrary, looks));
  });
});

describe('change in the judgement', () => {
  it('a small hole that really grew is a serious weakness, one that did not is a weakness', () => {
    const before = (opening: number) => [
      { date: '2023-07-01', looked: ALL, signs: [{ id: 'cavity', zone: 'stem-e', opening: cm(opening) }] },
    ];
    const now = [{ id: 'cavity', zone: 'stem-e', opening: cm(8) }];
    expect(judgeOak({ signs: now, before: before(3) }).soundness.band).toBe('serious weakness');
    expect(judgeOak({ signs: now, before: before(7.5) }).soundness.band).toBe('weakness');
    expect(judgeOak({ signs: now }).soundness.band).toBe('weakness');
  });
  it('what the person says of it stands against the sizes', () => {
    const before = [{ date: '2023-07-01', looked: ALL, signs: [{ id: 'cavity', zone: 'stem-e', opening: cm(3) }] }];
    expect(judgeOak({ before, signs: [{ id: 'cavity', zone: 'stem-e', opening: cm(8), trend: 'same' }] }).soundness.band).toBe('weakness');
  });
  it('a grown tree that has not grown in six years is no longer thriving; an old one may rest', () => {
    const still = { measurements: { dbh: cm(40) }, before: [{ date: '2020-07-01', looked: ALL, measurements: { dbh: cm(40) } }] };
    expect(judgeOak(still).vigour.band).toBe('fair');
    expect(judgeOak({ ...still, lifeStage: 'old' }).vigour.band).toBe('thriving');
    expect(judgeOak({ ...still, measurements: { dbh: cm(44) } }).vigour.band).toBe('thriving');
  });
  it('a worsening brings the next look nearer and says why', () => {
    const before = [{ date: '2023-07-01', looked: ALL, signs: [{ id: 'thin-crown', zone: 'crown-top', percent: 10 }] }];
    const a = judgeOak({ before, signs: [{ id: 'thin-crown', zone: 'crown-top', percent: 30 }] });
    expect(a.comeBack.because).toMatch(/thin crown: worse than before/);
    expect(a.comeBack.by <= '2027-01-01').toBe(true);
    expect(a.note).toMatch(/Thin crown, top of the crown: larger, 10% in 2023, 30% in 2026/);
  });
});

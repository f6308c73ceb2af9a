import { assess } from '../judging/assess';
import { assessRequest, toAssessInput } from '../judging/request';
import { emptyLook } from '../record/look';
import { type TreeDetail, type VisitView } from '../contracts/api';
import { ZONES } from '../knowledge';
import { testLibrary } from '../testing/library';
import { sheetOf, type SheetBlock } from './sheet';

const ID = '01976a00-0000-7000-8000-000000000001';
const visit = (n: number, date: string, opening: number, part: Partial<VisitView> = {}): VisitView => {
  const signs = [{ id: 'cavity', zone: 'stem-se' as const, key: `cavity-${n}`, opening, height: 1.4 }];
  const request = assessRequest.parse({
    taxon: 'Celtis occidentalis',
    date,
    latitude: 46,
    looked: ZONES.filter((z) => z !== 'stem-w'),
    signs: [{ id: 'cavity', zone: 'stem-se', opening: { value: opening, unit: 'm' } }],
    beneath: [{ what: 'people-staying', howOften: 'frequent' }],
  });
  return {
    id: `01976a00-0000-7000-8000-0000000000${String(n).padStart(2, '0')}`,
    treeId: ID,
    by: { id: ID, name: 'Adaeze Fenwick' },
    startedAt: `${date}T09:00:00.000Z`,
    finishedAt: `${date}T09:20:00.000Z`,
    timeZone: 'UTC',
    libraryVersion: 'x',
    look: {
      ...emptyLook(date),
      looked: ZONES.filter((z) => z !== 'stem-w'),
      blocked: [{ zone: 'stem-w', why: 'hedge' }],
      signs,
      measurements: { dbh: { m: 0.853, plusMinus: 0.002 }, breastHeight: 1.37, height: { m: 15, plusMinus: 0.5 }, crownSpread: { m: 11 } },
      note: 'Bus stop beneath.',
    },
    name: null,
    judgement: assess(testLibrary, toAssessInput(testLibrary, request)),
    judgedWith: 'x',
    differs: [],
    amends: null,
    laterLooks: [],
    ...part,
  };
};
const tree = (part: Partial<TreeDetail> = {}): TreeDetail => ({
  id: ID,
  tag: 'Q 0243',
  place: 'Saltmarket Row',
  siteKind: 'street',
  latitude: 45.61876,
  longitude: -31.19102,
  plantedYear: 1956,
  planted: true,
  writtenName: null,
  taxon: 'Celtis occidentalis',
  level: 'species',
  standing: 'confirmed',
  dbh: 0.853,
  height: 15,
  vigour: 'thriving',
  soundness: 'serious weakness',
  hiddenDecay: 'likely',
  seenPercent: 94,
  risk: null,
  dueOn: '2026-12-01',
  dueBecause: 'soundness: serious weakness',
  lastVisitOn: '2026-06-01',
  note: '',
  visits: [visit(2, '2026-06-01', 0.14), visit(1, '2023-06-01', 0.03)],
  determinations: [],
  reviews: [],
  followUps: [],
  messages: [],
  putOffs: [],
  seen: [],
  earlier: { visits: 0, next: null },
  olderRules: false,
  arrivedPhotos: [],
  ...part,
});
const kinds = (blocks: SheetBlock[]) => blocks.map((b) => b.kind);
const words = (blocks: SheetBlock[]) => JSON.stringify(blocks);

describe('the sheet of one tree', () => {
  const { blocks, ...head } = sheetOf(testLibrary, tree(), 'hackberry');
  it('is headed by tag, name, standing, and the leaf of its kind', () => {
    expect(head).toMatchObject({
      tag: 'Q 0243',
      name: 'Celtis occidentalis',
      commonName: 'hackberry',
      standing: 'Confirmed in review',
    });
    expect(head.leaf?.shapes.length).toBeGreaterThan(0);
    expect(head.foot).toMatch(/qualified assessor must confirm it.*permits and licensing/);
  });
  it('has readings with their ± and height, in both systems', () => {
    const text = words(blocks);
    expect(text).toMatch(/Diameter at 1\.37 m/);
    expect(text).toMatch(/85\.3 cm ± 0\.2 cm \(33\.6 in\)/);
    expect(text).toMatch(/15\.0 m ± 0\.5 m \(49 ft\)/);
    expect(text).toMatch(/11\.0 m \(36 ft\)/);
  });
  it('goes from the plan to the scales, the cautions before anything is read, the changes, and ends with what can be done', () => {
    const order = ['plan', 'scale', 'caution', 'change', 'option'].map((kind) => kinds(blocks).indexOf(kind as 'plan'));
    expect([...order].sort((a, b) => a - b)).toEqual(order);
    expect(kinds(blocks).filter((k) => k === 'scale')).toHaveLength(3);
    expect(kinds(blocks).at(-1)).toBe('option');
  });
  it('a scale beside its bands has no place on it', () => {
    const vigour = blocks.find((b) => b.kind === 'scale' && b.label === 'Structure');
    expect(vigour).toMatchObject({ band: 'Serious defect', rank: 2 });
    const partial = sheetOf(
      testLibrary,
      tree({
        visits: [
          visit(1, '2026-06-01', 0.14, {
            judgement: { ...visit(1, '2026-06-01', 0.14).judgement, soundness: { band: 'not judged', reasons: [], statements: [] } },
          }),
        ],
      }),
      '',
    );
    expect(partial.blocks.find((b) => b.kind === 'scale' && b.label === 'Structure')).toMatchObject({ rank: null });
  });
  it('draws the growth of the hole, and says how the screening came out and by which method', () => {
    expect(blocks.find((b) => b.kind === 'change' && b.change.sign === 'cavity')).toMatchObject({ change: { course: 'worse' } });
    expect(words(blocks)).toMatch(/Risk screening for targets below: moderate/);
    expect(words(blocks)).toMatch(/A qualified assessor must confirm/);
  });
  it('names the side that nobody saw', () => expect(words(blocks)).toMatch(/The west side of the stem was not inspected/));
  it('a visit that was amended is not on it', () => {
    const right = visit(3, '2026-06-02', 0.05, { amends: visit(2, '2026-06-01', 0.14).id });
    const text = words(sheetOf(testLibrary, tree({ visits: [right, visit(2, '2026-06-01', 0.14)] }), '').blocks);
    expect(text).toMatch(/50 mm open/);
    expect(text).not.toMatch(/14 cm open/);
  });
  it('a tree without a name or a visit says so', () => {
    const bare = sheetOf(testLibrary, tree({ taxon: null, level: null, standing: 'unnamed', visits: [], dueOn: null }), '');
    expect(bare).toMatchObject({ name: null, leaf: null, standing: 'Not identified yet' });
    expect(words(bare.blocks)).toMatch(/This tree has not been visited yet/);
    expect(words(bare.blocks)).toMatch(/not measured/);
  });
  it('a name held open is printed as such', () =>
    expect(sheetOf(testLibrary, tree({ level: 'cf. species' }), '').name).toBe('cf. Celtis occidentalis'));
});

describe('what stands of older visits', () => {
  it('a scale the last visit did not judge keeps the older word, with its day', () => {
    const measuredOnly = visit(3, '2026-11-01', 0.14);
    measuredOnly.judgement = { ...measuredOnly.judgement, vigour: { band: 'not judged', reasons: [], statements: [] } };
    const scales = sheetOf(testLibrary, tree({ visits: [measuredOnly, ...tree().visits] }), '').blocks.flatMap((b) =>
      b.kind === 'scale' ? [{ label: b.label, band: b.band }] : [],
    );
    expect(scales[0]?.label).toBe('Vigour, assessed 1 June 2026');
    expect(scales[0]?.band).not.toBe('Not assessed');
    expect(scales[1]?.label).toBe('Structure');
  });
  it('words what is worded anew in the units of the one who prints it', () => {
    const changes = (units: 'metric' | 'feet') =>
      sheetOf(testLibrary, tree(), 'hackberry', units).blocks.flatMap((b) => (b.kind === 'change' ? [b.change.says] : []));
    expect(changes('metric').join(' ')).toMatch(/30 mm in 2023, 14 cm in 2026/);
    expect(changes('feet').join(' ')).toMatch(/1\.2 in in 2023, 5\.5 in in 2026/);
  });
});

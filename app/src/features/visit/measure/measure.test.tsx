import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { assess } from '@dendrix/core/judging';
import { emptyLook, organisation } from '@dendrix/core/record';
import { type TreeBrief, type VisitView } from '@dendrix/core/contracts';
import { EMPTY_ENTRY, readEntry, type Entry, type MeasuredEntry } from '@dendrix/core/measuring';
import { SettingsProvider, useSettings } from '@/features/shell/settings';
import { library, taxonNamed } from '@/features/shell/library';
import { newDraft, type VisitDraft } from '@/offline/draft';
import { averaged, devicesFor, drillStem, fixesOf, readTape, shoot, startReceiver } from './devices';
import { MeasureStep } from './MeasureStep';

const DATE = '2026-06-15';
const treeId = '01976a00-0000-7000-8000-000000000001';
const tree = { id: treeId, tag: 'Q 1', latitude: 45.62, longitude: -31.2, dbh: 0.6, height: 18 } as TreeBrief;
const JUDGED = assess(library, { ...emptyLook('2016-06-15'), taxon: null, name: null, latitude: 45.62, profile: 'amenity' });
const METRIC = { units: 'metric', stem: 'girth', breastHeight: 1.3 } as const;

let kept: VisitDraft;
let read: MeasuredEntry;
function Measure({ taxon, before }: { taxon: string | null; before: VisitView[] }) {
  const { settings } = useSettings();
  const [draft, setDraft] = useState(() => newDraft(treeId, new Date(`${DATE}T10:00:00Z`), { planted: true, lifeStage: 'mature' }));
  kept = draft;
  read = readEntry(draft.measure, settings, taxonNamed(taxon), null);
  return (
    <MeasureStep
      draft={draft}
      measuring={read}
      change={(part) => setDraft((now) => ({ ...now, ...(typeof part === 'function' ? part(now) : part) }))}
      tree={tree}
      taxon={taxonNamed(taxon)}
      before={before}
      date={DATE}
    />
  );
}
const show = (taxon: string | null = 'Quercus rubra', before: VisitView[] = [], practicePlace = false) => {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } });
  client.setQueryData(['organisation'], organisation.parse({ practicePlace }));
  return render(
    <QueryClientProvider client={client}>
      <SettingsProvider>
        <Measure taxon={taxon} before={before} />
      </SettingsProvider>
    </QueryClientProvider>,
  );
};
const write = (name: string, value: string) => fireEvent.change(screen.getByRole('textbox', { name }), { target: { value } });
const pick = (name: string) => fireEvent.click(screen.getByRole('radio', { name }));
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));

beforeEach(() => localStorage.clear());

describe('measuring on the screen', () => {
  it('by girth or diameter, in centimetres or inches: one stem, the same tree', () => {
    show();
    write('Girth', '188.5');
    const m = read.values.dbh?.m ?? 0;
    pick('Diameter');
    write('Diameter', '60.0');
    expect(read.values.dbh?.m).toBeCloseTo(m, 3);
    pick('in, ft');
    write('Diameter', '23.62');
    expect(read.values.dbh?.m).toBeCloseTo(m, 3);
    expect(screen.getByText('23.6 in')).toBeTruthy();
  });
  it('any breast height, kept for the next visit', () => {
    show();
    pick('1.5 m');
    expect(read.values.breastHeight).toBe(1.5);
    pick('Another');
    write('Breast height (DBH height)', '1.25');
    expect(read.values.breastHeight).toBe(1.25);
    expect(JSON.parse(localStorage.getItem('dendrix-settings') ?? '{}')).toMatchObject({ breastHeight: 1.25 });
  });
  it('several stems get a field each; a fork asks for its own height and forgets it when the stem is plain again', () => {
    show();
    pick('Several stems');
    expect(kept.measure.stems).toHaveLength(2);
    write('Girth of stem 1', '94');
    write('Girth of stem 2', '126');
    expect(screen.getByText(/equal to 2 stems/)).toBeTruthy();
    press('Remove last stem');
    pick('Forks near it');
    write('Height of this reading', '0.8');
    expect(read.values.breastHeight).toBeCloseTo(0.8, 9);
    pick('Plain');
    expect(read.values.breastHeight).toBe(1.3);
  });
  it('the drawing follows the way the stem stands and the way the height is taken', () => {
    show();
    expect(screen.getByRole('img', { name: /^Put the tape level around the stem, 1\.3 m/ })).toBeTruthy();
    pick('On a slope');
    expect(screen.getByRole('img', { name: /stand uphill/ })).toBeTruthy();
    pick('Stick');
    expect(screen.getByRole('img', { name: /^Hold a stick upright/ })).toBeTruthy();
    pick('Spokes from the stem');
    expect(screen.getByRole('img', { name: /four or eight directions/ })).toBeTruthy();
  });
  it('what follows from the readings is told with its error and its standard', () => {
    show();
    pick('Diameter');
    write('Diameter', '50.8');
    pick('Typed from a device');
    write('Height', '18');
    write('Height of the lowest live crown', '6');
    write('Longest way', '12');
    write('Across it', '10');
    expect(screen.getByText(/Live crown ratio 67%/)).toBeTruthy();
    expect(screen.getByText(/Height over diameter 35/)).toBeTruthy();
    expect(screen.getByText(/Root zone 6\.1 m round the stem/)).toBeTruthy();
    // Red oak, four years an inch, twenty inches: published growth factor, from memory.
    expect(screen.getByText(/Estimated age 80 years \(52 to 120\)/)).toBeTruthy();
    // Girth in inches 62.8, height 59 ft, a quarter of 36 ft of spread.
    expect(screen.getByText(/131 big-tree points/)).toBeTruthy();
  });
  it('a kind without a growth factor gets no age, and says so', () => {
    show('Ginkgo biloba');
    write('Girth', '150');
    expect(screen.queryByText(/Estimated age/)).toBeNull();
    expect(screen.getByText(/No growth factor was published for Ginkgo biloba/)).toBeTruthy();
  });
  it('a palm gets no root zone, no age, and a crown ratio that says nothing', () => {
    show('Phoenix canariensis');
    pick('Diameter');
    write('Diameter', '60');
    pick('Typed from a device');
    write('Height', '10');
    write('Height of the lowest live crown', '8');
    expect(screen.getByText(/It says nothing about a palm/)).toBeTruthy();
    expect(screen.queryByText(/Root zone/)).toBeNull();
    expect(screen.queryByText(/Estimated age/)).toBeNull();
  });
  it('earlier visits make a growth, or no change that the tape could see', () => {
    const visit = (dbh: number): VisitView => ({
      id: treeId,
      treeId,
      by: { id: treeId, name: 'x' },
      startedAt: '2016-06-15T09:00:00.000Z',
      finishedAt: '2016-06-15T09:20:00.000Z',
      timeZone: 'UTC',
      libraryVersion: 'x',
      look: { ...emptyLook('2016-06-15'), measurements: { dbh: { m: dbh }, breastHeight: 1.3 } },
      name: null,
      judgement: JUDGED,
      judgedWith: 'x',
      differs: [],
      amends: null,
      laterLooks: [],
    });
    show('Quercus rubra', [visit(0.5)]);
    pick('Diameter');
    write('Diameter', '56');
    expect(screen.getByText(/Grew 6\.0 mm a year/)).toBeTruthy();
    write('Diameter', '50.1');
    expect(screen.getByText('No change that the tape could see')).toBeTruthy();
    // 17.5 inches after half a metre ten years ago: shrunk, and told in inches.
    pick('in, ft');
    write('Diameter', '17.5');
    expect(screen.getByText(/Shrank 0\.\d\d in a year/)).toBeTruthy();
    expect(screen.getByText(/Cross-section 1\.67 ± 0\.\d\d ft²/)).toBeTruthy();
    expect(screen.getByText(/Root zone \d+ ft round the stem/)).toBeTruthy();
  });
  it('a broadleaf is short of half its height in crown, a conifer of two fifths, as the judgement has it', () => {
    const ratio = (name: string) => {
      const { unmount } = show(name);
      pick('Typed from a device');
      write('Height', '20');
      write('Height of the lowest live crown', '11');
      const words = screen.getByText(/Live crown ratio 45%/).parentElement?.textContent;
      unmount();
      return words;
    };
    expect(ratio('Quercus rubra')).toMatch(/Short of 50%/);
    expect(ratio('Picea abies')).toMatch(/Good/);
  });
});

describe('simulated devices', () => {
  const devices = devicesFor(true, tree, null, 1);
  it('are offered only when asked for, and named as simulated', () => {
    const { unmount } = show('Quercus rubra', [], true);
    expect(screen.queryByRole('button', { name: /^Simulated/ })).toBeNull();
    press('Use simulated devices (practice)');
    press('Simulated tape reads');
    press('Simulated tape reads');
    expect(kept.measure.again).toHaveLength(1);
    expect(read.values.dbh).toMatchObject({ simulated: true });
    expect(screen.getByText(/mean of 2 readings, simulated: counts for nothing/)).toBeTruthy();
    pick('Hypsometer');
    press('Simulated hypsometer shoots');
    expect(read.values.height).toMatchObject({ method: 'hypsometer', simulated: true });
    // Typed over by hand, a reading is a reading.
    press('Remove last reading');
    write('Girth', '188');
    expect(read.values.dbh?.simulated).toBeUndefined();
    press('Simulated tape reads');
    expect(read.values.dbh?.simulated).toBe(true);
    unmount();
    // Where trees are recorded, none is offered, also to those who had them out elsewhere.
    show();
    expect(screen.queryByRole('button', { name: /Practise|^Simulated/ })).toBeNull();
  });
  it('a mean that a simulated reading is part of is simulated', () => {
    const { unmount } = show('Quercus rubra', [], true);
    press('Use simulated devices (practice)');
    pick('Hypsometer');
    press('Simulated hypsometer shoots');
    press('Save and measure again');
    pick('Typed from a device');
    write('Height', '18');
    expect(read.values.height).toMatchObject({ simulated: true, readings: [expect.any(Number), 18] });
    unmount();
  });
  it('the hypsometer reads within its errors', () => {
    show('Quercus rubra', [], true);
    press('Use simulated devices (practice)');
    pick('Hypsometer');
    press('Simulated hypsometer shoots');
    expect(read.values.height?.m).toBeGreaterThan(17);
    expect(read.values.height?.m).toBeLessThan(19);
  });
  it('the tape reads the tree in the unit and by the way the person reads', () => {
    const girth = Number(readTape(devices, METRIC));
    const inches = Number(readTape(devices, { units: 'feet', stem: 'diameter', breastHeight: 1.3 }));
    expect(girth).toBeCloseTo(Math.PI * 60, 0);
    expect(inches).toBeCloseTo(60 / 2.54, 0);
  });
  it('the hypsometer’s shots give the tree’s height through the fields', () => {
    const entry: Entry = shoot(devices, EMPTY_ENTRY, METRIC);
    expect(Math.abs((readEntry(entry, METRIC, null, null).values.height?.m ?? 0) - 18)).toBeLessThan(0.6);
  });
  it('the receiver speaks sentences that are averaged about the tree', () => {
    const sentences = startReceiver(devices);
    const fixes = fixesOf([...Array.from({ length: 60 }, () => String(sentences.next().value)), 'noise']);
    expect(fixes).toHaveLength(60);
    expect(Math.abs((averaged(fixes)?.latitude ?? 0) - 45.62)).toBeLessThan(0.0002);
    expect(averaged([])).toBeNull();
  });
  it('the drill meets decay where there is reason to suspect it, and sound wood elsewhere', () => {
    expect(drillStem(devices, true).reading.decayMet).toBe(true);
    expect(drillStem(devices, false).reading.decayMet).toBe(false);
  });
  it('a tree nobody measured is taken for what its kind usually is', () => {
    const oak = devicesFor(true, { ...tree, dbh: null, height: null }, taxonNamed('Quercus rubra'), 1).tree;
    expect(oak.height).toBeGreaterThan(10);
    expect(devicesFor(true, { ...tree, dbh: null, height: null }, null, 1).tree).toMatchObject({ dbh: 0.4, height: 12 });
  });
});

import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { fireEvent, render, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { type Judgement } from '@dendrix/core/record';
import { emptyLook, organisation, type VisitName } from '@dendrix/core/record';
import { type VisitView } from '@dendrix/core/contracts';
import { EMPTY_ENTRY, readEntry, type Entry } from '@dendrix/core/measuring';
import { STEM_SIDES, ZONES } from '@dendrix/core/knowledge';
import { judgedName, type JudgedName } from '@dendrix/core/state';
import { taxonNamed } from '@/features/shell/library';
import { OverTheYears } from '@/features/tree/OverTheYears';
import { lookOfDraft, newDraft, type VisitDraft } from '@/offline/draft';
import { judgementOf, measurementsOf } from '../submission';
import { JudgeStep } from './JudgeStep';

jest.mock('expo-router', () => ({ useRouter: () => ({ push: jest.fn() }) }));

const DATE = '2026-06-15';
const treeId = '01976a00-0000-7000-8000-000000000001';
const PICKED = organisation.parse({});
const TREE = { latitude: 45.62, longitude: -31.2 };
const NAME: VisitName = {
  taxon: 'Quercus rubra',
  level: 'species',
  rule: 'three-lines',
  confirmed: true,
  probability: 0.97,
  why: 'Bark, twig and leaf.',
};
const JUDGED = judgedName(NAME, { taxon: null, level: null });
const CUSTOM = { units: 'metric', stem: 'diameter', breastHeight: 1.3 } as const;
const draftOf = (part: Partial<VisitDraft>): VisitDraft => ({
  ...newDraft(treeId, new Date(`${DATE}T10:00:00Z`), { planted: true, lifeStage: 'mature' }),
  looked: [...ZONES],
  ...part,
});
const measured = (part: Partial<Entry>) => ({ ...EMPTY_ENTRY, ...part });

let judged: Judgement;
let kept: VisitDraft;
function Judge({
  begun,
  before = [],
  by = JUDGED,
  name = NAME,
}: {
  begun: VisitDraft;
  before?: VisitView[];
  by?: JudgedName;
  name?: VisitName;
}) {
  const [draft, setDraft] = useState(begun);
  kept = draft;
  const measuring = readEntry(draft.measure, CUSTOM, taxonNamed(NAME.taxon), null);
  const look = lookOfDraft(draft, measurementsOf(draft, measuring), DATE, draft.profile ?? PICKED.profile);
  judged = judgementOf(look, by, TREE, PICKED, before, 'metric');
  return (
    <JudgeStep
      draft={draft}
      name={name}
      judged={by}
      tree={{ standing: 'confirmed' }}
      judgement={judged}
      date={DATE}
      change={(part) => setDraft((now) => ({ ...now, ...(typeof part === 'function' ? part(now) : part) }))}
      onMark={() => {}}
      onSend={() => {}}
      problem={null}
      empty={false}
    />
  );
}
const show = (part: Partial<VisitDraft>, before: VisitView[] = [], more: { by?: JudgedName; name?: VisitName } = {}) => {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } });
  client.setQueryData(['organisation'], PICKED);
  return render(
    <QueryClientProvider client={client}>
      <Judge begun={draftOf(part)} before={before} {...more} />
    </QueryClientProvider>,
  );
};
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const write = (name: string, value: string) => fireEvent.change(screen.getByRole('textbox', { name }), { target: { value } });

const CONK = { id: 'basal-conk', zone: 'collar' as const, key: 'basal-conk@collar' as const, kind: 'bracket' };

describe('a statement', () => {
  it('opens to its rule, what it rests on and its source, and closes again', () => {
    show({ signs: [CONK] });
    const row = screen.getAllByRole('button', { name: /Why\?$/ })[0] as HTMLElement;
    expect(screen.queryByText(/^Rule:/)).toBeNull();
    fireEvent.click(row);
    expect(screen.getByText(/^Rule: /)).toBeTruthy();
    expect(screen.getByText(/^Evidence: /)).toBeTruthy();
    expect(row.getAttribute('aria-expanded')).toBe('true');
    fireEvent.click(row);
    expect(screen.queryByText(/^Rule:/)).toBeNull();
  });
  it('each of the judgement’s own is on the screen', () => {
    show({ signs: [CONK, { id: 'thin-crown', zone: 'crown-top', key: 'thin-crown@crown-top', percent: 40 }] });
    for (const scale of [judged.vigour, judged.soundness, judged.hiddenDecay])
      for (const reason of scale.reasons) expect(screen.getAllByText(reason).length).toBeGreaterThan(0);
  });
});

describe('seeing it otherwise', () => {
  it('needs another band and a reason; the rules’ word stays beside it; it can be taken back', () => {
    show({ signs: [CONK] });
    press('Change structure');
    const keep = screen.getByRole('button', { name: 'Save my value' });
    expect(keep.getAttribute('aria-disabled')).toBe('true');
    // What the rules say is no other band.
    expect(
      within(screen.getByRole('radiogroup', { name: 'Structure: my rating' })).queryByRole('radio', { name: 'Serious defect' }),
    ).toBeNull();
    fireEvent.click(within(screen.getByRole('radiogroup', { name: 'Structure: my rating' })).getByRole('radio', { name: 'Defect' }));
    expect(keep.getAttribute('aria-disabled')).toBe('true');
    write('Why, for structure', 'An old dry bracket on a dead buttress.');
    fireEvent.click(keep);
    expect(kept.overrules).toEqual([{ what: 'soundness', to: 'weakness', why: 'An old dry bracket on a dead buttress.' }]);
    expect(screen.getByText('Calculated: serious defect.')).toBeTruthy();
    expect(screen.getByText(/Lower than the calculated rating. A reviewer should check why./)).toBeTruthy();
    press('Back to what the rules say of structure');
    expect(kept.overrules).toEqual([]);
    expect(judged.soundness.band).toBe('serious weakness');
  });
  it('a date is typed and must lie ahead', () => {
    show({});
    press('Change the date');
    write('Why, for the date', 'Works begin then.');
    write('Next visit by', '2020-01-01');
    expect(screen.getByRole('button', { name: 'Save my value' }).getAttribute('aria-disabled')).toBe('true');
    write('Next visit by', '2026-09-01');
    press('Save my value');
    expect(judged.comeBack.by).toBe('2026-09-01');
  });
  it('leaving it changes nothing', () => {
    show({ signs: [CONK] });
    press('Change vigour');
    press('Cancel');
    expect(kept.overrules).toEqual([]);
  });
});

describe('signs set aside', () => {
  it('the person sets one aside with a reason, and lets it count again', () => {
    show({ signs: [CONK] });
    press('Set aside: Fruiting body at the base, root collar');
    write('Reason for setting aside', 'Mulch mushrooms, not on the tree.');
    press('Set aside');
    expect(judged.soundness.band).toBe('no weakness seen');
    expect(screen.getByText(/^Set aside: fruiting body at the base, root collar/)).toBeTruthy();
    press('Count it again');
    expect(judged.soundness.band).toBe('serious weakness');
  });
  it('one that is normal for the kind can be put back with a word why', () => {
    show({ signs: [{ id: 'dead-branches', zone: 'crown-low', key: 'dead-branches@crown-low', size: 'fine', where: 'inside-shade-line' }] });
    expect(judged.normalHere).toHaveLength(1);
    press('Count it anyway');
    write('Reason for counting', 'They are live limbs of last year.');
    press('Set aside again');
    expect(judged.normalHere).toHaveLength(0);
  });
});

describe('causes', () => {
  it('a look for next that finds nothing is kept, changes the odds, and can be taken back', () => {
    show({
      looked: [],
      signs: [
        { id: 'tip-dieback', zone: 'crown-top', key: 'tip-dieback@crown-top', percent: 40 },
        { id: 'thin-crown', zone: 'crown-top', key: 'thin-crown@crown-top', percent: 40 },
      ],
    });
    const before = judged.agents.map((a) => a.probability);
    const button = screen.getAllByRole('button', { name: /: checked, not present$/ })[0] as HTMLElement;
    fireEvent.click(button);
    expect(kept.absent).toHaveLength(1);
    expect(judged.agents.map((a) => a.probability)).not.toEqual(before);
    press(/^Undo: /);
    expect(kept.absent).toEqual([]);
  });
});

describe('what is beneath', () => {
  it('is not screened until it is said, and then by part and target', () => {
    show({ signs: [CONK] });
    expect(screen.getByText(/Add targets/)).toBeTruthy();
    press('Add a target');
    fireEvent.click(screen.getByRole('radio', { name: 'Frequent: much of the day' }));
    expect(screen.getByText('Field screening: moderate')).toBeTruthy();
    press('Add another target');
    expect(kept.beneath).toHaveLength(2);
    press('Remove target 2');
    fireEvent.click(screen.getByRole('radio', { name: 'Nothing' }));
    expect(screen.getByText('Field screening: low')).toBeTruthy();
  });
});

describe('works near it', () => {
  it('ask for the stem first, then tell where they lie', () => {
    show({ works: [{ kind: 'trench', distance: 2 }] });
    expect(screen.getByText(/Measure the stem first/)).toBeTruthy();
  });
  it('are drawn and told, and can be taken back', () => {
    show({ measure: measured({ stems: ['50'] }) });
    press('Works near the tree');
    write('Closest distance to the stem', 'far');
    expect(screen.getByRole('button', { name: 'Add works' }).getAttribute('aria-disabled')).toBe('true');
    write('Closest distance to the stem', '2');
    press('Add works');
    expect(screen.getByRole('img', { name: /^Root zone of 6\.0 m from above/ })).toBeTruthy();
    expect(screen.getAllByText(/would cut the structural roots/).length).toBeGreaterThan(0);
    press('Remove works 1');
    expect(kept.works).toEqual([]);
  });
});

describe('works of an earlier visit', () => {
  const planned = () => {
    show({}).unmount();
    const trench = { kind: 'trench' as const, distance: 2 };
    show({ measure: measured({ stems: ['50'] }) }, [visit('2026-03-01', { works: [trench] })]);
  };
  it('stand on the card, and take their dates', () => {
    planned();
    expect(screen.getByText('Recorded on 1 March 2026.')).toBeTruthy();
    press('Dates of works 1');
    const [first] = screen.getAllByRole('textbox', { name: 'First day on site' });
    fireEvent.change(first as HTMLElement, { target: { value: '2026-13-01' } });
    expect(screen.getByText(/Enter a date, for example/)).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Save dates' }).getAttribute('aria-disabled')).toBe('true');
    fireEvent.change(first as HTMLElement, { target: { value: '2026-09-01' } });
    press('Save dates');
    expect(kept.works).toEqual([{ kind: 'trench', distance: 2, begins: '2026-09-01' }]);
    expect(judged.comeBack.by <= '2026-09-01').toBe(true);
  });
  it('are called off with a reason, and that is taken back', () => {
    planned();
    press('Works 1 called off');
    write('Why they will not be done', 'moved to the other side of the road');
    press('Save');
    expect(judged.works).toBeNull();
    expect(screen.getByText(/^Called off: trench at/)).toBeTruthy();
    press(/^Undo: trench/);
    expect(judged.works?.works).toHaveLength(1);
  });
});

/** An earlier visit, with what it saw. */
const visit = (date: string, seen: Partial<VisitView['look']>): VisitView => ({
  id: `01976a00-0000-7000-8000-0000000${date.slice(0, 4)}a`,
  treeId,
  by: { id: treeId, name: 'Somebody' },
  startedAt: `${date}T09:00:00.000Z`,
  finishedAt: `${date}T09:20:00.000Z`,
  timeZone: 'UTC',
  libraryVersion: 'x',
  look: { ...emptyLook(date), looked: [...STEM_SIDES], ...seen },
  name: null,
  judgement: judged,
  judgedWith: 'x',
  differs: [],
  amends: null,
  laterLooks: [],
});

describe('change since earlier visits', () => {
  const cavity = (date: string, opening: number) =>
    visit(date, { signs: [{ id: 'cavity', zone: 'stem-e', key: 'cavity@stem-e', opening }] });
  beforeAll(() => {
    show({}).unmount();
  });
  it('is told in the judgement and worsens it', () => {
    show({ signs: [{ id: 'cavity', zone: 'stem-e', key: 'cavity@stem-e', opening: 0.09 }] }, [cavity('2023-06-01', 0.04)]);
    expect(screen.getByText('Since earlier visits')).toBeTruthy();
    expect(judged.soundness.band).toBe('serious weakness');
  });
  it('on the tree’s page a real worsening is told first, with its readings drawn', () => {
    render(<OverTheYears visits={[cavity('2026-06-01', 0.12), cavity('2023-06-01', 0.04)]} />);
    expect(screen.getByText('1 finding is getting worse')).toBeTruthy();
    expect(screen.getByRole('img', { name: /^Cavity, east side of the stem: larger, 40 mm in 2023, 12 cm in 2026/ })).toBeTruthy();
  });
  it('a visit that was amended gives way to the one that amends it', () => {
    const wrong = cavity('2025-06-01', 0.9);
    const right = { ...cavity('2025-06-01', 0.05), id: '01976a00-0000-7000-8000-00000000000f', amends: wrong.id };
    render(<OverTheYears visits={[right, wrong, cavity('2023-06-01', 0.05)]} />);
    expect(screen.queryByText(/gets worse/)).toBeNull();
  });
  it('one visit has no story', () => {
    const { container } = render(<OverTheYears visits={[cavity('2026-06-01', 0.1)]} />);
    expect(container.textContent).toBe('');
  });
});

describe('the profile', () => {
  it('is the organisation’s until the person picks another, and is not kept when it is the same', () => {
    show({ signs: [{ id: 'tip-dieback', zone: 'crown-top', key: 'tip-dieback@crown-top', percent: 60 }] });
    fireEvent.click(screen.getByRole('radio', { name: 'Habitat first' }));
    expect(kept.profile).toBe('habitat');
    expect(judged.options[0]?.do).toBe('keep as habitat');
    fireEvent.click(screen.getByRole('radio', { name: 'Amenity and safety' }));
    expect(kept.profile).toBeNull();
  });
});

describe('a tree looked over without naming it again', () => {
  const NONE: VisitName = {
    taxon: null,
    level: 'none',
    rule: 'three-lines',
    confirmed: false,
    probability: 0,
    why: 'No features recorded yet.',
  };
  const record = { taxon: 'Celtis occidentalis', level: 'species' as const };
  it('is judged by the name of the record, and says that nobody checked it', () => {
    const by = judgedName(NONE, record);
    show({ signs: [{ id: 'witches-broom', zone: 'crown-mid', key: 'witches-broom@crown-mid' }] }, [], { by, name: NONE });
    expect(screen.getByText('Assessed as (from the record)')).toBeTruthy();
    expect(screen.getByText('Celtis occidentalis')).toBeTruthy();
    expect(screen.getByText(/Not checked on this visit/)).toBeTruthy();
    expect(judged.note).toMatch(/^Celtis occidentalis \(from the record, not checked this time\), a mature tree/);
    // A witches' broom is normal on a hackberry: only the name can tell.
    expect(judged.normalHere.map((n) => n.sign)).toEqual(['witches-broom']);
  });
  it('what the visit saw goes before the record as soon as it says as much, or otherwise', () => {
    const of = (taxon: string, level: VisitName['level']) => judgedName({ ...NONE, taxon, level }, record);
    expect(of('Celtis', 'genus')).toEqual({ taxon: 'Celtis occidentalis', byRecord: true });
    expect(of('Celtis occidentalis', 'species')).toEqual({ taxon: 'Celtis occidentalis', byRecord: false });
    expect(of('Ulmus', 'genus')).toEqual({ taxon: 'Ulmus', byRecord: false });
    expect(judgedName(NONE, { taxon: null, level: null })).toEqual({ taxon: null, byRecord: false });
  });
});

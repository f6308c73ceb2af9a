import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, fireEvent, render, renderHook, screen } from '@testing-library/react';
import { useState, type ReactNode } from 'react';
import type { Observation } from '@dendrix/core/record';
import { assess } from '@dendrix/core/judging';
import { emptyLook, organisation, visitSubmission } from '@dendrix/core/record';
import { library } from '@/features/shell/library';
import { lookOfDraft, newDraft, type VisitDraft } from '@/offline/draft';
import { LaterLooks } from './LaterLooks';
import { LeadingNames } from './LeadingNames';
import { NameStep } from './NameStep';
import { Question } from './Question';
import { Specimens } from './Specimens';
import { UNKNOWN } from '@dendrix/core/naming';
import { judgementOf, laterOf, nameOf, submissionOf } from '../submission';
import { useNaming } from './useNaming';
import { see } from '../../../../../core/testing/see';

const mockPush = jest.fn();
jest.mock('expo-router', () => ({ useRouter: () => ({ push: mockPush }), useLocalSearchParams: () => ({}) }));

const WINTER = '2026-01-20';
const SUMMER = '2026-06-15';
const TREE = {
  tag: 'Q 0417',
  place: 'Saltmarket Row, east verge',
  latitude: 45.62,
  longitude: -31.2,
  taxon: null,
  level: null,
  standing: 'unnamed' as const,
  planted: true,
};
const treeId = '01976a00-0000-7000-8000-000000000001';
const fresh = (): VisitDraft => newDraft(treeId, new Date(`${SUMMER}T10:00:00Z`), { planted: true, lifeStage: 'mature' });
const wrapper = ({ children }: { children: ReactNode }) => {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } });
  client.setQueryData(['organisation'], { confirmationRule: 'three-lines' });
  return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
};
const namingOf = (draft: VisitDraft, date: string) => renderHook(() => useNaming(draft, date, TREE), { wrapper }).result.current;

const ASH = [see('arrangement', 'opposite'), see('bud-colour', 'black'), see('twig-thickness', 'stout')];
const OAK = [see('leaf-lobes', 'pinnate'), see('bud-set', 'clustered-tip')];

describe('which questions are asked', () => {
  it('in winter no silhouette is missing and the leaf is still asked for, from the litter', () => {
    const winter = namingOf(fresh(), WINTER);
    expect(winter.questionsOf('form').map((q) => q.id)).toContain('branch-density');
    expect(winter.questionsOf('leaf').length).toBeGreaterThan(5);
    expect(
      namingOf(fresh(), SUMMER)
        .questionsOf('form')
        .map((q) => q.id),
    ).not.toContain('branch-density');
  });
  it('needles are no question for a tree with lobed leaves', () => {
    const ids = namingOf({ ...fresh(), observations: OAK }, SUMMER)
      .questionsOf('leaf')
      .map((q) => q.id);
    expect(ids).not.toContain('needle-set');
    expect(ids).not.toContain('frond-form');
    expect(ids).toContain('leaf-base');
  });
  it('what cannot be seen goes to the end and is not proposed', () => {
    const first = namingOf({ ...fresh(), observations: ASH }, WINTER).next?.trait.id ?? '';
    const after = namingOf({ ...fresh(), observations: ASH, cannotSee: [first] }, WINTER);
    expect(after.next?.trait.id).not.toBe(first);
  });
});

describe('what will settle it later', () => {
  it('the best look is planned by itself while the name is open, and can be taken off', () => {
    const draft = { ...fresh(), observations: OAK };
    const later = laterOf(draft, namingOf(draft, SUMMER), SUMMER);
    expect(later[0]).toMatchObject({ planned: true });
    expect(later.slice(1).every((l) => !l.planned)).toBe(true);
    expect((later[0]?.look.by ?? '') > SUMMER).toBe(true);
    const off = { ...draft, laterDropped: [later[0]?.look.trait ?? ''] };
    expect(laterOf(off, namingOf(off, SUMMER), SUMMER).some((l) => l.planned)).toBe(false);
  });
  it('nothing is planned before anything was seen', () => expect(laterOf(fresh(), namingOf(fresh(), SUMMER), SUMMER)).toEqual([]));
  it('a tick adds and takes off', () => {
    const draft = { ...fresh(), observations: OAK };
    const naming = namingOf(draft, SUMMER);
    function Harness() {
      const [now, setNow] = useState(draft);
      return (
        <LaterLooks
          later={laterOf(now, naming, SUMMER)}
          latitude={TREE.latitude}
          change={(part) => setNow((d) => ({ ...d, ...(typeof part === 'function' ? part(d) : part) }))}
        />
      );
    }
    render(<Harness />);
    const boxes = () => screen.getAllByRole('checkbox').map((box) => box.getAttribute('aria-checked'));
    expect(boxes()[0]).toBe('true');
    fireEvent.click(screen.getAllByRole('checkbox')[0] as HTMLElement);
    expect(boxes()[0]).toBe('false');
    fireEvent.click(screen.getAllByRole('checkbox')[1] as HTMLElement);
    expect(boxes()[1]).toBe('true');
  });
});

const PICKED = organisation.parse({});

describe('what is sent', () => {
  const send = (draft: VisitDraft, date = SUMMER) => {
    const naming = namingOf(draft, date);
    const name = nameOf(draft, naming);
    const look = lookOfDraft(draft, {}, date, 'amenity');
    const judgement = judgementOf(look, { taxon: name.taxon, byRecord: false }, TREE, PICKED, [], 'metric');
    return submissionOf(draft, look, name, judgement, laterOf(draft, naming, date), {
      units: 'metric',
      timeZone: 'UTC',
      finishedAt: new Date(`${date}T10:20:00Z`),
    });
  };
  it('holds planned looks and labels, and is what the server takes', () => {
    const specimens = [{ label: 'Q 0417 / 2026-06-15 / A', part: 'twig' as const, from: 'ground' as const, settles: ['pith'], note: '' }];
    const sent = send({ ...fresh(), observations: OAK, specimens });
    expect(visitSubmission.parse(sent)).toMatchObject({ look: { specimens } });
    expect(sent.laterLooks).toHaveLength(1);
    expect(sent.laterLooks[0]?.months.length).toBeGreaterThan(0);
  });
  it('a name written against the marks says so; not knowing is an answer', () => {
    expect(send({ ...fresh(), observations: ASH, chosenName: 'Quercus robur' }, WINTER).name).toMatchObject({
      taxon: 'Quercus robur',
      confirmed: false,
      why: expect.stringMatching(/The features suggest Fraxinus excelsior/),
    });
    expect(send({ ...fresh(), observations: ASH, chosenName: UNKNOWN }, WINTER).name).toMatchObject({ taxon: null, level: 'none' });
  });
  it('a cultivar stays beside the name with what it rests on', () =>
    expect(
      send({ ...fresh(), observations: ASH, infraspecific: "'Jaspidea' ", infraspecificEvidence: 'yellow twigs' }, WINTER).name,
    ).toMatchObject({
      infraspecific: "'Jaspidea'",
      infraspecificEvidence: 'yellow twigs',
    }));
  it('a visit that only looked the tree over gives no name, so that none is taken away', () => {
    const sent = send({ ...fresh(), looked: ['stem-n'] });
    expect(sent.name).toBeNull();
    expect(visitSubmission.parse(sent).name).toBeNull();
    expect(send({ ...fresh(), chosenName: UNKNOWN }).name).toMatchObject({ taxon: null });
  });
  it('the judgement is core’s own', () => {
    const draft = { ...fresh(), observations: ASH };
    const naming = namingOf(draft, WINTER);
    const look = lookOfDraft(draft, {}, WINTER, 'amenity');
    expect(judgementOf(look, { taxon: nameOf(draft, naming).taxon, byRecord: false }, TREE, PICKED, [], 'metric').vigour.band).toBe(
      assess(library, {
        ...emptyLook(WINTER),
        taxon: null,
        name: null,
        latitude: 45.62,
        lifeStage: 'mature',
        profile: 'amenity',
      }).vigour.band,
    );
  });
});

describe('what the town teaches', () => {
  it('orders names the marks leave open, and never counts the tree itself', () => {
    const LIME = [see('leaf-base', 'lopsided'), see('leaf-shape', 'heart'), see('arrangement', 'alternate')];
    const lead = (stock: object, tree: object = {}) => {
      const client = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } });
      client.setQueryData(['stock'], { quillhaven: stock });
      const around = ({ children }: { children: ReactNode }) => <QueryClientProvider client={client}>{children}</QueryClientProvider>;
      const draft = { ...fresh(), observations: LIME };
      const { current } = renderHook(() => useNaming(draft, SUMMER, { ...TREE, ...tree }), { wrapper: around }).result;
      return { name: current.result.ranking.candidates[0]?.taxon.name, stock: current.stock };
    };
    const kind = (taxon: string, confirmed: number) => ({ taxon, wild: false, confirmed, listed: 0 });
    expect(lead([kind('Tilia tomentosa', 300)]).name).toBe('Tilia tomentosa');
    expect(lead([kind('Tilia cordata', 300)]).name).toBe('Tilia cordata');
    const own = { taxon: 'Tilia tomentosa', level: 'species', standing: 'confirmed' };
    expect(lead([kind('Tilia tomentosa', 1)], own).stock).toEqual([kind('Tilia tomentosa', 0)]);
  });
});

describe('a question', () => {
  const trait = (id: string) => library.traits.find((t) => t.id === id) as (typeof library.traits)[number];
  function Asked({ id, date, start = fresh() }: { id: string; date: string; start?: VisitDraft }) {
    const [draft, setDraft] = useState(start);
    const naming = useNaming(draft, date, TREE);
    return (
      <>
        <Question
          trait={trait(id)}
          draft={draft}
          naming={naming}
          change={(part) => setDraft((d) => ({ ...d, ...(typeof part === 'function' ? part(d) : part) }))}
        />
        <output>{JSON.stringify({ seen: draft.observations, gone: draft.cannotSee })}</output>
      </>
    );
  }
  const state = () => JSON.parse(screen.getByRole('status').textContent ?? '{}') as { seen: Observation[]; gone: string[] };
  it('is answered by a drawing; certainty and source are a tap each; a second tap takes it back', () => {
    render(<Asked id="arrangement" date={WINTER} />, { wrapper });
    fireEvent.click(screen.getByRole('radio', { name: /^Opposite/ }));
    expect(state().seen).toEqual([{ trait: 'arrangement', certainty: 'sure', source: 'tree', state: 'opposite' }]);
    fireEvent.click(screen.getByRole('radio', { name: 'Fairly sure' }));
    fireEvent.click(screen.getByRole('radio', { name: 'On a cut twig' }));
    expect(state().seen[0]).toMatchObject({ certainty: 'fairly', source: 'specimen' });
    fireEvent.click(screen.getByRole('radio', { name: /Opposite/ }));
    expect(state().seen).toEqual([]);
  });
  it('a leaf in winter is litter, and says what that means', () => {
    render(<Asked id="leaf-type" date={WINTER} />, { wrapper });
    expect(screen.getByText(/A bud is where a leaf joins the twig, never under a leaflet/)).toBeTruthy();
    fireEvent.click(screen.getByRole('radio', { name: /^One blade|^Simple/ }));
    expect(state().seen[0]).toMatchObject({ source: 'ground' });
    expect(screen.getByText(/Litter may be from another tree/)).toBeTruthy();
  });
  it('can be left as not to be seen', () => {
    render(<Asked id="pith" date={WINTER} />, { wrapper });
    fireEvent.click(screen.getByRole('button', { name: 'Cannot see it' }));
    expect(state().gone).toEqual(['pith']);
  });
  it('a number is typed or stepped, and nonsense gets a sentence', () => {
    render(<Asked id="leaflet-count" date={SUMMER} />, { wrapper });
    const type = (text: string) => act(() => void fireEvent.change(screen.getByRole('textbox'), { target: { value: text } }));
    type('eleven');
    expect(screen.getByRole('alert').textContent).toBe('Enter a number.');
    type('9999');
    expect(screen.getByRole('alert').textContent).toMatch(/Between 2 and 5000/);
    type('11');
    expect(state().seen[0]).toMatchObject({ value: 11 });
    fireEvent.click(screen.getByRole('button', { name: 'One more' }));
    expect(state().seen[0]).toMatchObject({ value: 12 });
  });
});

describe('the names so far', () => {
  function Names({ start, date }: { start: VisitDraft; date: string }) {
    const [draft, setDraft] = useState(start);
    const naming = useNaming(draft, date, TREE);
    return (
      <>
        <NameStep
          draft={draft}
          naming={naming}
          later={laterOf(draft, naming, date)}
          tree={TREE}
          date={date}
          change={(part) => setDraft((d) => ({ ...d, ...(typeof part === 'function' ? part(d) : part) }))}
        />
        <output>{JSON.stringify({ name: draft.chosenName, infra: draft.infraspecific })}</output>
      </>
    );
  }
  const chosen = () => JSON.parse(screen.getAllByRole('status').at(-1)?.textContent ?? '{}') as { name: string | null; infra: string };
  it('open to for, against, plate and look-alikes; lead to telling them apart', () => {
    render(<Names start={{ ...fresh(), observations: OAK }} date={SUMMER} />, { wrapper });
    fireEvent.click(screen.getAllByRole('button', { name: /for and against$/ })[0] as HTMLElement);
    expect(screen.getByText('For:')).toBeTruthy();
    expect(screen.getAllByRole('img', { name: /Bark when old/ }).length).toBe(1);
    fireEvent.click(screen.getByRole('button', { name: /^Compare these \d/ }));
    expect(mockPush).toHaveBeenCalledWith(expect.stringMatching(/^\/library\/tell-apart\?taxa=quercus-[a-z]+,quercus-/));
  });
  it('a cultivar typed behind the name goes beside it', () => {
    render(<Names start={{ ...fresh(), observations: ASH }} date={WINTER} />, { wrapper });
    act(
      () =>
        void fireEvent.change(screen.getByRole('textbox', { name: /^Any name/ }), { target: { value: "Acer platanoides 'Crimson King'" } }),
    );
    fireEvent.click(screen.getByRole('button', { name: /^Acer platanoides.*Norway maple/ }));
    expect(chosen()).toEqual({ name: 'Acer platanoides', infra: "'Crimson King'" });
  });
  it('tell beside them how likely the library does not hold the tree, and of which genus it would be', () => {
    render(<Names start={{ ...fresh(), observations: OAK }} date={SUMMER} />, { wrapper });
    expect(screen.getByText(/There is a \d+% chance that the species is not in the library/)).toBeTruthy();
  });
  it('an ambiguous name asks', () => {
    render(<Names start={{ ...fresh(), observations: ASH }} date={WINTER} />, { wrapper });
    act(() => void fireEvent.change(screen.getByRole('textbox', { name: /^Any name/ }), { target: { value: 'sycamore' } }));
    expect(screen.getByText('“sycamore” means more than one tree. Which?')).toBeTruthy();
    expect(screen.getByText(/sycamore \(British Isles\)/)).toBeTruthy();
  });
});

describe('a piece taken in', () => {
  function Taken() {
    const [draft, setDraft] = useState<VisitDraft>({ ...fresh(), observations: ASH });
    const naming = useNaming(draft, WINTER, TREE);
    return (
      <>
        <Specimens
          {...TREE}
          draft={draft}
          naming={naming}
          date={WINTER}
          change={(part) => setDraft((d) => ({ ...d, ...(typeof part === 'function' ? part(d) : part) }))}
        />
        <output>{JSON.stringify(draft.specimens)}</output>
      </>
    );
  }
  const kept = () => JSON.parse(screen.getAllByRole('status').at(-1)?.textContent ?? '[]') as VisitDraft['specimens'];
  it('gets a label with tree, day and letter, and what it is to settle', () => {
    render(<Taken />, { wrapper });
    fireEvent.click(screen.getByRole('button', { name: 'Label a twig, leaf or fruit' }));
    expect(kept()[0]).toMatchObject({ label: 'Q 0417 / 2026-01-20 / A', part: 'twig', from: 'ground' });
    expect(kept()[0]?.settles.length).toBeGreaterThan(0);
    fireEvent.click(screen.getByRole('button', { name: 'Another label' }));
    fireEvent.click(screen.getAllByRole('radio', { name: 'Fruit' })[1] as HTMLElement);
    expect(kept().map((s) => [s.label.at(-1), s.part])).toEqual([
      ['A', 'twig'],
      ['B', 'fruit'],
    ]);
    fireEvent.click(screen.getByRole('button', { name: 'Delete Q 0417 / 2026-01-20 / A' }));
    expect(kept().map((s) => s.label.at(-1))).toEqual(['B']);
    expect(screen.getByText(/Cut only where it is allowed/)).toBeTruthy();
  });
});

describe('the foot of a visit', () => {
  it('names the leader, the next look, what it takes and what it is for', () => {
    const draft = { ...fresh(), observations: ASH };
    const naming = namingOf(draft, WINTER);
    const onLook = jest.fn();
    render(<LeadingNames naming={naming} onLook={onLook} onName={() => undefined} />);
    expect(screen.getByRole('button', { name: /^Leading name Fraxinus excelsior, \d+ percent/ })).toBeTruthy();
    expect(screen.getByText(/^(from where you stand|at the stem|in the hand) · separates .+ from /)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: /^Check next: / }));
    expect(onLook).toHaveBeenCalledWith(naming.next?.trait);
  });
});

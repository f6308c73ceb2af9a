import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { fireEvent, render, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { knownSigns } from '@dendrix/core/history';
import { assess } from '@dendrix/core/judging';
import { emptyLook, type SignSeen } from '@dendrix/core/record';
import { type VisitView } from '@dendrix/core/contracts';
import { ZONES } from '@dendrix/core/knowledge';
import { library, taxonNamed } from '@/features/shell/library';
import { SettingsProvider } from '@/features/shell/settings';
import { lookOfDraft, newDraft, resumed, type VisitDraft } from '@/offline/draft';
import { Percent } from './Percent';
import { SignForm } from './SignForm';
import { SignSheet } from './SignSheet';
import { StemHeights } from './StemHeights';
import { WalkStep } from './WalkStep';

jest.mock('@/offline/pictures', () => ({ keepPicture: jest.fn(), keptPicture: jest.fn(async () => undefined), dropPicture: jest.fn() }));

const treeId = '01976a00-0000-7000-8000-000000000001';
const NOW = new Date('2026-06-15T10:00:00Z');
const fresh = (part: Partial<VisitDraft> = {}): VisitDraft => ({
  ...newDraft(treeId, NOW, { planted: true, lifeStage: 'mature' }),
  ...part,
});
const tree = { id: treeId, tag: 'Q 1', place: 'Ferry Street', latitude: 45.6, longitude: -31.2, dbh: 0.5, height: 15 } as never;
const signNamed = (id: string) => {
  const sign = library.signs.find((s) => s.id === id);
  if (!sign) throw new Error(`no sign ${id}`);
  return sign;
};

/** A walk step that keeps its draft, and shows it to the test. */
function Walk({ begun, last, onMark = () => {} }: { begun: VisitDraft; last?: VisitView; onMark?: (marking: unknown) => void }) {
  const [draft, setDraft] = useState(begun);
  kept = draft;
  const client = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } });
  client.setQueryData(['organisation'], {});
  return (
    <QueryClientProvider client={client}>
      <WalkStep
        draft={draft}
        look={lookOfDraft(draft, {}, '2026-06-15', 'amenity')}
        known={knownSigns(library, last ? [last.look] : [], { taxon: null, latitude: 45.6 })}
        change={(part) => setDraft((now) => ({ ...now, ...(typeof part === 'function' ? part(now) : part) }))}
        last={last}
        tree={tree}
        taxon={null}
        dbh={0.5}
        onMark={onMark}
      />
    </QueryClientProvider>
  );
}
let kept: VisitDraft;

const JUDGED = assess(library, { ...emptyLook('2025-06-01'), taxon: null, name: null, latitude: 45.6, profile: 'amenity' });
const visit = (signs: SignSeen[]): VisitView => ({
  id: '01976a00-0000-7000-8000-00000000000a',
  treeId,
  by: { id: '01976a00-0000-7000-8000-00000000000b', name: 'Somebody' },
  startedAt: '2025-06-01T09:00:00.000Z',
  finishedAt: '2025-06-01T09:20:00.000Z',
  timeZone: 'Atlantic/Azores',
  libraryVersion: 'x',
  look: { ...emptyLook('2025-06-01'), looked: [...ZONES], signs },
  name: null,
  judgement: JUDGED,
  judgedWith: 'x',
  differs: [],
  amends: null,
  laterLooks: [],
});

describe('walking round', () => {
  it('"nothing here" is one tap and goes on to the next side', () => {
    render(<Walk begun={fresh()} />);
    fireEvent.click(screen.getByRole('button', { name: 'No signs here' }));
    expect(kept.looked).toEqual(['stem-n']);
    expect(screen.getByRole('heading', { name: 'Now the north-east side of the stem' })).toBeTruthy();
  });
  it('a side that cannot be reached is kept apart from one that was seen', () => {
    render(<Walk begun={fresh()} />);
    fireEvent.click(screen.getByRole('button', { name: /^Cannot reach/ }));
    expect(kept).toMatchObject({ looked: [], blocked: [{ zone: 'stem-n' }] });
    expect(screen.getByText(/0 of 8 sides inspected/)).toBeTruthy();
  });
  it('a side with a known defect is not inspected until the defect is answered', () => {
    render(
      <Walk
        begun={fresh()}
        last={visit([
          { id: 'cavity', zone: 'stem-n', key: 'c', opening: 0.1, height: 1.4 },
          { id: 'burl', zone: 'stem-n', key: 'b' },
        ])}
      />,
    );
    expect(screen.getByText('Cavity, seen 1 June 2025')).toBeTruthy();
    expect(screen.getByText('at 1.4 m, 10 cm open')).toBeTruthy();
    expect(screen.getByRole('button', { name: /^north side of the stem: a known defect, not answered yet/ })).toBeTruthy();
    expect(screen.getByText(/1 known defect needs an answer/)).toBeTruthy();
    const nothing = () => screen.getByRole('button', { name: 'Nothing new here' });
    fireEvent.click(nothing());
    expect(kept.looked).toEqual([]);
    fireEvent.click(screen.getByRole('button', { name: 'Cavity: same' }));
    expect(kept.signs).toEqual([expect.objectContaining({ id: 'cavity', trend: 'same', opening: 0.1, again: 'c' })]);
    expect(kept.signs[0]?.key).not.toBe('c');
    expect(screen.getByText('The same.')).toBeTruthy();
    // A burl weighs on nothing: it is shown, and nobody has to answer it.
    expect(screen.getByText('Burl, seen 1 June 2025')).toBeTruthy();
    fireEvent.click(nothing());
    expect(kept.looked).toEqual(['stem-n']);
  });
  it('an answer can be undone, and the side is not inspected again', () => {
    render(<Walk begun={fresh()} last={visit([{ id: 'cavity', zone: 'stem-n', key: 'c' }])} />);
    fireEvent.click(screen.getByRole('button', { name: 'Cavity: same' }));
    expect(kept.looked).toEqual(['stem-n']);
    fireEvent.click(screen.getByRole('button', { name: 'Undo the answer about cavity' }));
    expect(kept).toMatchObject({ signs: [], looked: [] });
    fireEvent.click(screen.getByRole('button', { name: 'Cavity: cannot see it' }));
    expect(kept).toMatchObject({ signs: [], unseenSigns: ['c'] });
    expect(screen.getByText('Could not be seen this time. It still counts.')).toBeTruthy();
    expect(lookOfDraft(kept, {}, '2026-06-15', 'amenity').unseenSigns).toEqual(['c']);
  });
  it('what falls is gone by the eye; what is in the wood takes a work, an investigation or a reviewer', () => {
    render(
      <Walk
        begun={fresh()}
        last={visit([
          { id: 'hollow-sound', zone: 'stem-n', key: 'h', kind: 'drum' },
          { id: 'hung-branch', zone: 'branches', key: 'u' },
        ])}
      />,
    );
    expect(screen.queryByRole('button', { name: 'Hollow sound: gone' })).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Hollow sound: closed …' }));
    // No work mends a hollow stem.
    expect(screen.queryByRole('radio', { name: 'Work done' })).toBeNull();
    const close = () => screen.getByRole('button', { name: 'Close defect' });
    fireEvent.change(screen.getByLabelText('Finding and assessor'), { target: { value: 'sound to 14 cm, M. Hale' } });
    expect(close().getAttribute('aria-disabled')).toBe('true');
    fireEvent.click(screen.getByRole('radio', { name: 'Resistance drill' }));
    fireEvent.click(close());
    expect(kept.signs).toEqual([
      expect.objectContaining({
        id: 'hollow-sound',
        again: 'h',
        ended: { how: 'investigation', method: 'resistance drill', note: 'sound to 14 cm, M. Hale' },
      }),
    ]);
    expect(screen.getByText('Closed by an investigation: sound to 14 cm, M. Hale.')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: /^branches:/ }));
    fireEvent.click(screen.getByRole('button', { name: 'Hanging branch: gone' }));
    expect(kept.signs[1]).toMatchObject({ id: 'hung-branch', again: 'u', trend: 'gone' });
  });
  it('a crew’s word that a crack is gone goes to a reviewer', () => {
    render(<Walk begun={fresh()} last={visit([{ id: 'crack', zone: 'stem-n', key: 'k', kind: 'along' }])} />);
    fireEvent.click(screen.getByRole('button', { name: 'Crack: closed …' }));
    fireEvent.click(screen.getByRole('radio', { name: 'I think it is gone' }));
    fireEvent.change(screen.getByLabelText('Why you think it is gone'), { target: { value: 'only the bark had split' } });
    fireEvent.click(screen.getByRole('button', { name: 'Ask a reviewer' }));
    expect(kept.signs[0]).toMatchObject({ id: 'crack', again: 'k', trend: 'gone', note: 'only the bark had split' });
    expect(kept.signs[0]?.ended).toBeUndefined();
    expect(screen.getByText(/It still counts until a reviewer agrees/)).toBeTruthy();
  });
  it('"larger" hands over the old sign, so that only its size is asked', () => {
    const onMark = jest.fn();
    const old = { id: 'cavity', zone: 'stem-n' as const, key: 'cavity@stem-n', opening: 0.1 };
    render(<Walk begun={fresh()} last={visit([old])} onMark={onMark} />);
    fireEvent.click(screen.getByRole('button', { name: 'Cavity: larger' }));
    expect(onMark).toHaveBeenCalledWith({ zone: 'stem-n', larger: old });
  });
  it('a sounding is a mark a side, can be taken back, and a dull one warns', () => {
    render(<Walk begun={fresh()} />);
    fireEvent.click(screen.getByRole('radio', { name: 'Dull' }));
    expect(kept.sounding).toEqual([{ zone: 'stem-n', sound: 'dull' }]);
    expect(screen.getByText(/There is little solid wood behind the bark/)).toBeTruthy();
    expect(screen.getByRole('button', { name: /^north side of the stem: not inspected, rings dull/ })).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Delete this result' }));
    expect(kept.sounding).toEqual([]);
  });
  it('a drilling is typed as the strip shows it, and says it is for a qualified assessor', () => {
    render(<Walk begun={fresh()} />);
    fireEvent.click(screen.getByRole('button', { name: 'Add a drill result' }));
    expect(screen.getByText(/for a qualified assessor/)).toBeTruthy();
    fireEvent.change(screen.getByRole('textbox', { name: 'Depth of sound wood, north side' }), { target: { value: '9' } });
    fireEvent.click(screen.getByRole('button', { name: 'Soft after that' }));
    expect(kept.drillings).toEqual([expect.objectContaining({ zone: 'stem-n', shell: 0.09, decayMet: true, from: 'typed' })]);
  });
  it('a thin shell is told against the stem as measured', () => {
    render(
      <Walk
        begun={fresh({ drillings: [{ zone: 'stem-n', height: 1, bark: 0, shell: 0.06, plusMinus: 0.005, decayMet: true, from: 'typed' }] })}
      />,
    );
    // 6 cm of a radius of 25.
    expect(screen.getByText(/under 0\.3 of the radius/)).toBeTruthy();
  });
  it('taking a sign back takes its pictures with it; making a side blank clears all that was said of it', () => {
    const photo = {
      id: 'p',
      zone: 'stem-n' as const,
      sign: 'burl',
      takenAt: NOW.toISOString(),
      timeFrom: 'device' as const,
      latitude: null,
      longitude: null,
      width: 4,
      height: 3,
      bytes: 9,
    };
    render(
      <Walk
        begun={fresh({
          signs: [{ id: 'burl', zone: 'stem-n', key: 'burl@stem-n', photos: ['p'] }],
          photos: [photo],
          looked: ['stem-n'],
          sounding: [{ zone: 'stem-n', sound: 'clear' }],
        })}
      />,
    );
    fireEvent.click(screen.getByRole('button', { name: /^north side of the stem/ }));
    fireEvent.click(screen.getByRole('button', { name: 'Remove: burl' }));
    expect(kept).toMatchObject({ signs: [], photos: [] });
    fireEvent.click(screen.getByRole('button', { name: 'Clear: not inspected' }));
    expect(kept).toMatchObject({ looked: [], sounding: [] });
  });
});

describe('the side of the stem from the ground up', () => {
  it('is worked by touch and by key, and shows last visit’s signs beside today’s', () => {
    const onPick = jest.fn();
    render(
      <StemHeights
        zone="stem-e"
        signs={[{ id: 'burl', zone: 'stem-e', key: 'burl@stem-e', height: 1.5 }]}
        before={[{ id: 'cavity', zone: 'stem-e', key: 'cavity@stem-e', height: 0.5 }]}
        onPick={onPick}
      />,
    );
    fireEvent.click(screen.getByRole('button', { name: /^A sign at the base/ }));
    fireEvent.keyDown(screen.getByRole('button', { name: /^A sign out of reach/ }), { key: 'Enter' });
    fireEvent.keyDown(screen.getByRole('button', { name: /^A sign high up, above 4 m/ }), { key: 'Tab' });
    expect(onPick.mock.calls.map(([m]) => m)).toEqual([0.2, 3]);
    expect(screen.getByText('Burl')).toBeTruthy();
    expect(screen.getByText('Cavity')).toBeTruthy();
  });
  it('is told in feet to those who work in them', () => {
    localStorage.setItem('dendrix-settings', JSON.stringify({ units: 'feet' }));
    render(
      <QueryClientProvider client={new QueryClient()}>
        <SettingsProvider>
          <StemHeights zone="stem-e" signs={[]} before={[]} onPick={jest.fn()} />
        </SettingsProvider>
      </QueryClientProvider>,
    );
    expect(screen.getAllByRole('button').map((band) => band.getAttribute('aria-label'))).toEqual([
      'A sign at the base, below 1 ft',
      'A sign knee to hip, 1 to 3 ft',
      'A sign breast to head, 3 to 7 ft',
      'A sign out of reach, 7 to 13 ft',
      'A sign high up, above 13 ft',
    ]);
    localStorage.clear();
  });
});

describe('a share against reference cards', () => {
  function Share({ card }: { card: 'see-through' | undefined }) {
    const [value, setValue] = useState<number | undefined>(undefined);
    return <Percent label="See-through" value={value} card={card} onChange={setValue} />;
  }
  it('steps by five, never beyond the ends, and the cards move with it', () => {
    render(<Share card="see-through" />);
    expect(screen.getByText('not recorded')).toBeTruthy();
    fireEvent.click(screen.getByRole('radio', { name: '30%' }));
    expect(screen.getByRole('radio', { name: '30%' }).getAttribute('aria-checked')).toBe('true');
    fireEvent.click(screen.getByRole('button', { name: 'See-through: +5 percent' }));
    expect(screen.getByRole('radio', { name: '35%' }).getAttribute('aria-checked')).toBe('true');
    expect(screen.getAllByRole('radio').map((r) => r.getAttribute('aria-label'))).toEqual(['25%', '35%', '45%']);
    for (let i = 0; i < 30; i++) fireEvent.click(screen.getByRole('button', { name: 'See-through: −5 percent' }));
    expect(screen.getByText('0%')).toBeTruthy();
  });
  it('without a card there is the step alone', () => {
    render(<Share card={undefined} />);
    expect(screen.queryAllByRole('radio')).toHaveLength(0);
  });
});

describe('a sign', () => {
  it('asks what its file asks, in the person’s units, and keeps what was tapped', () => {
    const onAdd = jest.fn();
    render(<SignForm sign={signNamed('cavity')} zone="stem-e" begun={{ height: 1.5 }} onAdd={onAdd} />);
    expect((screen.getByRole('textbox', { name: 'Height above ground' }) as HTMLInputElement).value).toBe('1.5');
    fireEvent.change(screen.getByRole('textbox', { name: 'Width of the opening' }), { target: { value: '14' } });
    fireEvent.click(screen.getByRole('button', { name: 'Record cavity' }));
    expect(onAdd).toHaveBeenCalledWith(
      { id: 'cavity', zone: 'stem-e', key: expect.stringMatching(/^[0-9a-f-]{36}$/), height: 1.5, opening: 0.14 },
      [],
    );
  });
  it('what is no number is told and holds the record back', () => {
    const onAdd = jest.fn();
    render(<SignForm sign={signNamed('cavity')} zone="stem-e" onAdd={onAdd} />);
    fireEvent.change(screen.getByRole('textbox', { name: 'Width of the opening' }), { target: { value: 'wide' } });
    expect(screen.getByRole('alert').textContent).toMatch(/Enter a number/);
    fireEvent.click(screen.getByRole('button', { name: 'Record cavity' }));
    expect(onAdd).not.toHaveBeenCalled();
  });
  it('that is larger asks its size alone, with the old one beside it', () => {
    const before: SignSeen = { id: 'tip-dieback', zone: 'crown-top', key: 'tip-dieback@crown-top', percent: 20 };
    const onAdd = jest.fn();
    render(
      <SignForm
        sign={signNamed('tip-dieback')}
        zone="crown-top"
        begun={{ ...before, trend: 'larger' }}
        before={before}
        sizeOnly
        onAdd={onAdd}
      />,
    );
    expect(screen.getByText('last time 20%')).toBeTruthy();
    fireEvent.click(screen.getByRole('radio', { name: '30%' }));
    fireEvent.click(screen.getByRole('button', { name: 'Record the new size' }));
    expect(onAdd).toHaveBeenCalledWith(expect.objectContaining({ percent: 30, trend: 'larger' }), []);
  });
  it.each(library.signs.map((s) => [s.id, s] as const))(
    '%s: every field has a control, and it can be recorded as it stands',
    (_id, sign) => {
      const onAdd = jest.fn();
      const { unmount } = render(
        <SignForm sign={sign} zone={sign.zones.find((zone) => zone === 'branches') ?? sign.zones[0] ?? 'stem-n'} onAdd={onAdd} />,
      );
      const fields = Object.keys(sign.fields).filter((f) => f !== 'trend');
      const controls =
        screen.getAllByRole('textbox').length - 1 + screen.queryAllByRole('radiogroup').length + screen.queryAllByRole('group').length;
      expect(controls).toBeGreaterThanOrEqual(fields.length);
      fireEvent.click(screen.getByRole('button', { name: `Record ${sign.label.toLowerCase()}` }));
      expect(onAdd).toHaveBeenCalledTimes(1);
      unmount();
    },
  );
});

describe('choosing a sign', () => {
  const open = (taxon: string | null) => render(<SignSheet zone="stem-e" taxon={taxon} known={[]} onAdd={() => {}} onClose={() => {}} />);
  it('signs of what the kind is known for come first', () => {
    open('Fraxinus americana');
    expect(screen.getByText('Signs of what Fraxinus is known for')).toBeTruthy();
    const names = within(screen.getByRole('dialog'))
      .getAllByRole('button')
      .map((b) => b.textContent ?? '');
    expect(names.findIndex((n) => n.startsWith('Exit holes'))).toBeLessThan(names.findIndex((n) => n.startsWith('Ants')));
  });
  it('only signs of the zone are offered, and words find them', () => {
    open(null);
    expect(screen.queryByRole('button', { name: /^Mildew/ })).toBeNull();
    fireEvent.change(screen.getByRole('textbox', { name: 'Find a sign' }), { target: { value: 'gum' } });
    expect(screen.getByRole('button', { name: /^Bleeding or gum/ })).toBeTruthy();
    expect(screen.queryByRole('button', { name: /^Cavity/ })).toBeNull();
    fireEvent.change(screen.getByRole('textbox', { name: 'Find a sign' }), { target: { value: 'zzz' } });
    expect(screen.getByText(/No sign found/)).toBeTruthy();
  });
});

describe('a sign where one of its kind was before', () => {
  const known = [{ day: '2025-06-01', sign: { id: 'cavity', zone: 'stem-e', key: 'old', height: 1.4, opening: 0.1 } as const }];
  const mark = () => {
    const onAdd = jest.fn();
    render(<SignSheet zone="stem-e" taxon={null} known={known} onAdd={onAdd} onClose={() => {}} />);
    fireEvent.click(screen.getByRole('button', { name: /^Cavity/ }));
    return onAdd;
  };
  it('is asked which it is; the one of then goes on with what was known of it', () => {
    const onAdd = mark();
    fireEvent.click(screen.getByRole('button', { name: /^The one of 1 June 2025/ }));
    fireEvent.click(screen.getByRole('button', { name: 'Record cavity' }));
    expect(onAdd).toHaveBeenCalledWith(expect.objectContaining({ again: 'old', height: 1.4, opening: 0.1 }), []);
    expect(onAdd.mock.calls[0][0].key).not.toBe('old');
  });
  it('another one is another one, and says so', () => {
    const onAdd = mark();
    fireEvent.click(screen.getByRole('button', { name: 'A new one' }));
    fireEvent.click(screen.getByRole('button', { name: 'Record cavity' }));
    expect(onAdd).toHaveBeenCalledWith(expect.objectContaining({ again: null }), []);
    expect(onAdd.mock.calls[0][0].opening).toBeUndefined();
  });
});

describe('a draft begun by an older version', () => {
  it('gets what came in since, and its height by angles goes on as the tangent method', () => {
    const old = {
      ...fresh(),
      measure: { stems: ['188'], heightHow: 'angles', distance: '20', top: '38', base: '-4' },
    } as unknown as VisitDraft;
    for (const key of ['sounding', 'photos', 'beneath', 'overrules'] as const) delete (old as Partial<VisitDraft>)[key];
    const now = resumed(fresh(), old);
    expect(now.measure).toMatchObject({ stems: ['188'], heightHow: 'tangent', distance: '20', heights: [] });
    expect(now).toMatchObject({ sounding: [], photos: [], beneath: [], overrules: [] });
  });
});

describe('the library behind it', () => {
  it('every zone has signs to choose from but the surroundings', () => {
    for (const zone of ZONES.filter((z) => z !== 'surroundings')) expect(library.signs.some((s) => s.zones.includes(zone))).toBe(true);
    expect(taxonNamed('Fraxinus americana')).not.toBeNull();
  });
});

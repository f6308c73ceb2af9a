import type { VisitView } from '../contracts/api';
import { testVisit } from '../testing/record';
import { testLibrary } from '../testing/library';
import { twoVisits } from '../review/beside';
import { timeline, versionsOf } from './timeline';

describe('what happened at a tree', () => {
  const first = testVisit('2025-06-01');
  const second = testVisit('2026-06-01');
  const amendment: VisitView = { ...first, id: 'v-amended', amends: first.id, finishedAt: '2026-07-01T10:00:00.000Z' };
  const again: VisitView = { ...first, id: 'v-again', amends: amendment.id, finishedAt: '2026-07-02T10:00:00.000Z' };
  const told = timeline(
    {
      visits: [first, second, amendment, again],
      determinations: [],
      reviews: [],
      messages: [{ id: 'm', visitId: null, point: 'tree', by: first.by, at: '2026-06-15T10:00:00.000Z', text: 'Look up.', mentions: [] }],
      putOffs: [],
    },
    'UTC',
  );
  it('is told newest first: visits by their day, amendments when they were written, nothing left out', () => {
    expect(told.map(({ id }) => id)).toEqual(['v-again', 'v-amended', 'm', second.id, first.id]);
    expect(told.filter((entry) => entry.kind === 'visit' && entry.stands).map(({ id }) => id)).toEqual(['v-again', second.id]);
    expect(told.find(({ id }) => id === 'v-again')).toMatchObject({ amends: { id: 'v-amended' } });
  });
  it('the versions of a visit from the first to the last, whichever of them is asked for', () => {
    for (const id of [first.id, amendment.id, again.id])
      expect(versionsOf([again, second, amendment, first], id).map((visit) => visit.id)).toEqual([first.id, amendment.id, again.id]);
    expect(versionsOf([first], 'nobody')).toEqual([]);
  });
});

describe('two visits side by side', () => {
  const looked = (day: string, look: Partial<VisitView['look']>) => {
    const visit = testVisit(day);
    return { ...visit, look: { ...visit.look, ...look } };
  };
  const seen = (state: string) => ({ trait: 'bark-texture', state, certainty: 'sure' as const, source: 'tree' as const });
  it('a mark answered otherwise differs; one that only one of them looked at does not, and is told', () => {
    const before = looked('2025-06-01', { observations: [seen('smooth')], looked: ['stem-n', 'stem-e'] });
    const after = looked('2026-06-01', {
      observations: [seen('furrowed'), { trait: 'arrangement', state: 'opposite', certainty: 'sure', source: 'tree' }],
      looked: ['stem-n', 'stem-w'],
    });
    const { points, onlyBefore, onlyAfter } = twoVisits(testLibrary, before, after);
    expect(points.find(({ point }) => point === 'trait/bark-texture')).toMatchObject({
      before: 'smooth',
      after: 'furrowed',
      differs: true,
    });
    expect(points.find(({ point }) => point === 'trait/arrangement')).toMatchObject({ before: null, after: 'opposite', differs: null });
    expect([onlyBefore, onlyAfter]).toEqual([['stem-e'], ['stem-w']]);
  });
  it('a stem read within what repeat readings differ by has not changed; beyond it, it has', () => {
    const at = (day: string, m: number) => looked(day, { measurements: { dbh: { m, entered: `${m}` } } });
    const steady = twoVisits(testLibrary, at('2025-06-01', 0.4), at('2026-06-01', 0.401)).changes;
    expect(steady.find(({ what }) => what === 'dbh')?.trend?.real ?? false).toBe(false);
    const grown = twoVisits(testLibrary, at('2016-06-01', 0.4), at('2026-06-01', 0.52)).changes;
    expect(grown.find(({ what }) => what === 'dbh')?.trend?.real).toBe(true);
  });
});

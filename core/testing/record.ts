// A small record of one tree for tests; a test says only what differs.
import type { DeterminationView, ReviewView, VisitView } from '../contracts/api';
import type { Judgement } from '../record/judgement';
import { emptyLook, type Look } from '../record/look';
import type { Planning } from '../state/follow-ups';
import type { Judgeable } from '../state/judge-visits';
import { judge } from './judge';

/** What a plain look at a tree nobody named is judged as; made once. */
const PLAIN = judge();
const ID = '01976a00-0000-7000-8000-000000000001';

export type TestVisit = VisitView & Planning & Judgeable;

/** A visit of a day, at ten in the morning. The scales may be set by their words. */
export function testVisit(
  day: string,
  { bands = {}, look = {}, ...part }: Partial<Omit<TestVisit, 'look'>> & { bands?: Partial<Judgement['ruled']>; look?: Partial<Look> } = {},
): TestVisit {
  const judged = part.judgement ?? PLAIN;
  return {
    id: `v-${day}`,
    treeId: ID,
    by: { id: ID, name: 'Adaeze Fenwick' },
    startedAt: `${day}T09:40:00.000Z`,
    finishedAt: `${day}T10:00:00.000Z`,
    timeZone: 'UTC',
    libraryVersion: 'x',
    look: { ...emptyLook(day), ...look },
    name: null,
    judgedWith: 'x',
    differs: [],
    amends: null,
    laterLooks: [],
    units: 'metric',
    ...part,
    judgement: {
      ...judged,
      vigour: { ...judged.vigour, ...(bands.vigour ? { band: bands.vigour } : {}) },
      soundness: { ...judged.soundness, ...(bands.soundness ? { band: bands.soundness } : {}) },
      hiddenDecay: { ...judged.hiddenDecay, ...(bands.hiddenDecay ? { band: bands.hiddenDecay } : {}) },
      ruled: { ...judged.ruled, ...bands },
      comeBack: bands.comeBack ? { by: bands.comeBack, because: 'x', season: null } : judged.comeBack,
    },
  };
}

/** A name a visit of that day gave; a genus where it is one word. */
export const testName = (day: string, taxon: string | null, part: Partial<DeterminationView> = {}): DeterminationView => ({
  id: `d-${day}-${taxon ?? 'none'}`,
  visitId: `v-${day}`,
  by: null,
  at: `${day}T10:00:00.000Z`,
  taxon,
  level: taxon === null ? 'none' : taxon.includes(' ') ? 'species' : 'genus',
  source: 'visit',
  why: '',
  infraspecific: null,
  ...part,
});

/** A review of the visit of a day, in the evening of another (the same when not given). */
export const testReview = (of: string, verdict: ReviewView['verdict'] = 'confirm', on = of): ReviewView => ({
  id: `r-${of}-${on}-${verdict}`,
  visitId: `v-${of}`,
  by: { id: ID, name: 'Second Pair' },
  at: `${on}T18:00:00.000Z`,
  verdict,
  secondLook: null,
  taxon: null,
  reason: 'look again',
  bands: null,
  points: null,
  wanted: null,
  knew: null,
  closes: null,
});

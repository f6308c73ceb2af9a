import type { VisitView } from '../contracts/api';
import { changesOver } from '../history/change';
import { ANYWHERE } from '../history/endings';
import { STEM_SIDES, type Library, type Zone } from '../knowledge';
import { NOT_JUDGED, SCALES, type Change, type Scale } from '../record/judgement';
import type { Observation } from '../record/observation';
import type { Speech } from '../words/catalogue';

/** A point of two visits side by side, and what each says of it: a name, a band, an answer to a mark. */
export interface Beside {
  point: 'name' | `scale/${Scale}` | `trait/${string}`;
  before: string | null;
  after: string | null;
  /** Whether the two differ by more than repeat looks do; null where one of them did not say. */
  differs: boolean | null;
}

export interface TwoVisits {
  points: Beside[];
  /** Sizes and signs: what changed beyond what repeat readings differ by, and what did not. */
  changes: Change[];
  /** Sides of the stem that one of the two saw and the other did not: nothing follows from what is missing there. */
  onlyBefore: Zone[];
  onlyAfter: Zone[];
}

/** Numbers read twice differ by a tenth of themselves without anything having changed. Common practice, no source. */
const NUMBER_TOLERANCE = 0.1;

function answersDiffer(then: Observation | undefined, now: Observation | undefined): boolean | null {
  if (!then || !now) return null;
  if (then.state !== undefined || now.state !== undefined) return then.state !== now.state;
  const [was, is] = [then.value ?? 0, now.value ?? 0];
  return Math.abs(was - is) > NUMBER_TOLERANCE * Math.max(Math.abs(was), Math.abs(is));
}

const answerOf = (seen: Observation | undefined): string | null =>
  seen === undefined ? null : (seen.state ?? `${seen.value ?? ''} ${seen.unit ?? ''}`.trim());

/** Holds two visits to a tree beside each other. What one of them did not look at counts as no change, and is told. */
export function twoVisits(library: Library, before: VisitView, after: VisitView, speech: Speech = {}): TwoVisits {
  const scale = (key: Scale): Beside => {
    const [was, is] = [before.judgement[key].band, after.judgement[key].band];
    return { point: `scale/${key}`, before: was, after: is, differs: was === NOT_JUDGED || is === NOT_JUDGED ? null : was !== is };
  };
  const [called, calls] = [before.name?.taxon ?? null, after.name?.taxon ?? null];
  const answers = (visit: VisitView) => new Map(visit.look.observations.map((seen) => [seen.trait, seen]));
  const [was, is] = [answers(before), answers(after)];
  const sides = (visit: VisitView) => new Set<Zone>(visit.look.looked);
  const [saw, sees] = [sides(before), sides(after)];
  return {
    points: [
      { point: 'name', before: called, after: calls, differs: called === null || calls === null ? null : called !== calls },
      ...SCALES.map(scale),
      ...[...new Set([...was.keys(), ...is.keys()])].map((id): Beside => ({
        point: `trait/${id}`,
        before: answerOf(was.get(id)),
        after: answerOf(is.get(id)),
        differs: answersDiffer(was.get(id), is.get(id)),
      })),
    ],
    changes: changesOver(library, [before.look, after.look], ANYWHERE, speech),
    onlyBefore: STEM_SIDES.filter((zone) => saw.has(zone) && !sees.has(zone)),
    onlyAfter: STEM_SIDES.filter((zone) => sees.has(zone) && !saw.has(zone)),
  };
}

import type { ReviewView, VisitView } from '../contracts/api';
import { couldFind } from '../history/reached';
import type { Library } from '../knowledge';
import { NOT_JUDGED, SCALES } from '../record/judgement';
import { countedMeasurements } from '../record/measurement';
import { saidGone } from '../record/sign';
import { daysBetween } from '../time/dates';

// What two people read of the same: visits of different people to one tree within some weeks, and what a reviewer read of a visit. Of
// these, how far people agree and how often each mark is read wrong can be told.

/** Visits within so many days look at the same tree in the same season. Common practice, no source. */
const SAME_SEASON_DAYS = 42;

/** One reading of something that somebody else read too. */
export interface Reading {
  /** What was read: a visit, or visits of one season to one tree. */
  unit: string;
  /** What of it: `name`, `scale/vigour`, `trait/bark-texture`, `sign/cavity/stem-n`, `size/dbh`. */
  item: string;
  rater: string;
  value: string;
  /** Whether it was said without knowing the other's. A reviewer who marks points has the visit's before them. */
  apart: boolean;
}

type Seen = Pick<VisitView, 'id' | 'treeId' | 'by' | 'look' | 'name' | 'judgement' | 'finishedAt'>;
type Said = Pick<ReviewView, 'visitId' | 'by' | 'secondLook' | 'bands' | 'points'>;

/** Measurements that are compared. */
const SIZES = ['dbh', 'height'] as const;

/** What a visit says of everything that two people can be compared on; signs only of zones that are asked for. */
function readingsOf(library: Library, visit: Seen, unit: string, zones: readonly string[]): Reading[] {
  const say = (item: string, value: string | null | undefined): Reading[] =>
    value == null ? [] : [{ unit, item, rater: visit.by.id, value, apart: true }];
  const sizes = countedMeasurements(visit.look.measurements);
  return [
    ...say('name', visit.name?.taxon),
    ...SCALES.flatMap((scale) => {
      const { band } = visit.judgement[scale];
      return say(`scale/${scale}`, band === NOT_JUDGED ? null : band);
    }),
    ...visit.look.observations.flatMap((seen) => say(`trait/${seen.trait}`, seen.state)),
    ...SIZES.flatMap((size) => say(`size/${size}`, sizes[size] ? String(sizes[size].m) : null)),
    ...zones.flatMap((key) => {
      const [id = '', zone = ''] = key.split(' ');
      const sign = library.signs.find((one) => one.id === id);
      const has = visit.look.signs.some((seen) => seen.id === id && seen.zone === zone && !saidGone(seen));
      // Not recorded says nothing where this look could not have found it.
      if (!has && !(sign && couldFind(library, visit.look, sign, zone as never))) return [];
      return say(`sign/${id}`, has ? 'seen' : 'not seen').map((reading) => ({ ...reading, unit: `${unit} ${zone}` }));
    }),
  ];
}

/** Visits of one season to one tree by different people, the first of each person. */
function together(visits: readonly Seen[]): Seen[][] {
  const byTree = new Map<string, Seen[]>();
  for (const visit of visits) byTree.set(visit.treeId, [...(byTree.get(visit.treeId) ?? []), visit]);
  return [...byTree.values()].flatMap((all) => {
    const inOrder = [...all].sort((a, b) => a.look.day.localeCompare(b.look.day) || a.finishedAt.localeCompare(b.finishedAt));
    const groups: Seen[][] = [];
    for (const visit of inOrder) {
      const open = groups.at(-1);
      const first = open?.[0];
      if (open && first && daysBetween(first.look.day, visit.look.day) <= SAME_SEASON_DAYS) {
        if (!open.some((one) => one.by.id === visit.by.id)) open.push(visit);
      } else groups.push([visit]);
    }
    return groups.filter((group) => group.length > 1);
  });
}

/** What a reviewer read of a visit beside what the visit says: name and bands before they saw them, points with them before their eyes. */
function reviewed(visit: Seen, reviews: readonly Said[]): Reading[] {
  const unit = visit.id;
  const own = new Map<string, string>([
    ...(visit.name?.taxon ? ([['name', visit.name.taxon]] as const) : []),
    ...SCALES.flatMap((scale) =>
      visit.judgement[scale].band === NOT_JUDGED ? [] : ([[`scale/${scale}`, visit.judgement[scale].band]] as const),
    ),
    ...visit.look.observations.flatMap((seen) => (seen.state === undefined ? [] : ([[`trait/${seen.trait}`, seen.state]] as const))),
  ]);
  const said: Reading[] = [];
  for (const review of reviews) {
    if (review.by.id === visit.by.id) continue;
    const rater = review.by.id;
    const first = new Set<string>();
    const say = (item: string, value: string, apart: boolean) => {
      if (!own.has(item) || first.has(item)) return;
      first.add(item);
      said.push({ unit, item, rater, value, apart });
    };
    if (review.secondLook) say('name', review.secondLook, true);
    for (const [scale, band] of Object.entries(review.bands ?? {})) if (band) say(`scale/${scale}`, band, true);
    for (const { point, reads, says } of review.points ?? []) {
      if (reads === 'agrees' && own.has(point)) say(point, own.get(point) as string, false);
      else if (reads === 'differs' && says) say(point, says, false);
    }
  }
  const items = new Set(said.map(({ item }) => item));
  return [
    ...[...own]
      .filter(([item]) => items.has(item))
      .map(([item, value]): Reading => ({ unit, item, rater: visit.by.id, value, apart: true })),
    ...said,
  ];
}

/** Everything that was read by more than one person, from visits and the reviews of them. */
export function readTwice(library: Library, visits: readonly Seen[], reviews: readonly Said[]): Reading[] {
  const byVisit = new Map<string, Said[]>();
  for (const review of reviews) byVisit.set(review.visitId, [...(byVisit.get(review.visitId) ?? []), review]);
  return [
    ...together(visits).flatMap((group) => {
      const zones = [...new Set(group.flatMap((visit) => visit.look.signs.map((sign) => `${sign.id} ${sign.zone}`)))];
      return group.flatMap((visit) => readingsOf(library, visit, `${visit.treeId} ${group[0]?.look.day ?? ''}`, zones));
    }),
    ...visits.flatMap((visit) => reviewed(visit, byVisit.get(visit.id) ?? [])),
  ];
}

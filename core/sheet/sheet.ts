import type { Change, Scale } from '../record/judgement';
import { districtAt } from '../geo/district';
import { BANDS } from '../judging/scales/bands';
import { capital } from '../words/en/grammar';
import { changesOver } from '../history/change';
import { placeOf, type Place } from '../history/endings';
import { OCCUPANCY_WORDS, signWords, TARGET_WORDS } from '../words/en/labels';
import { overruledWords } from '../judging/overrule/overrule';
import { zoneWords } from '../words/en/zones';
import { dayWords } from '../words/en/months';
import type { SignSeen } from '../record/sign';
import type { TreeDetail, VisitView } from '../contracts/api';
import { plateLeaf } from '../figures/plate-leaf';
import { type Figure } from '../figures/shape';
import { signLabel, type Library, type Zone } from '../knowledge';
import type { UnitSystem } from '../units/lengths';
import { standingNameOf } from '../state/name';
import { newestJudging, standingVisits, standingWords } from '../state/standing';
import { optionWords, ratingWords } from '../words/en/stored';

/** A part of the sheet, in the order it is printed. */
export type SheetBlock =
  | { kind: 'heading'; words: string }
  | { kind: 'text'; words: string }
  | { kind: 'small'; words: string }
  | { kind: 'caution'; words: readonly string[] }
  /** Label and value, two or more on a line. */
  | { kind: 'facts'; facts: readonly { label: string; value: string }[] }
  /** A scale with its bands; the place on it is null where a word stands beside the scale. */
  | { kind: 'scale'; label: string; band: string; bands: readonly string[]; rank: number | null; reasons: string[] }
  /** The walk-round with its legend. */
  | { kind: 'plan'; seen: Zone[]; blocked: Zone[]; signs: SignSeen[]; legend: string[] }
  | { kind: 'change'; change: Change }
  | { kind: 'option'; nth: number; words: string; because: string; needs: string };

export interface Sheet {
  tag: string;
  place: string;
  /** Scientific name as it stands, with "cf." where it is no more than that; null when nobody has named it. */
  name: string | null;
  /** Of a sheet that is of no tree, what stands in the place of the name. */
  title?: string;
  commonName: string;
  standing: string;
  leaf: Figure | null;
  blocks: SheetBlock[];
  /** At the foot of every page. */
  foot: string;
}

/** Real changes and options that a sheet has room for. */
const MOST_CHANGES = 4;
const MOST_OPTIONS = 4;
const MOST_REASONS = 2;

const cm = (m: number) => `${(m * 100).toFixed(1)} cm`;
const feet = (m: number) => `${(m / 0.3048).toFixed(0)} ft`;
const inches = (m: number) => `${(m / 0.0254).toFixed(1)} in`;

/** The newest measurement of a kind over the visits, with its day. */
function newest<K extends 'dbh' | 'height' | 'crownBase' | 'crownSpread'>(visits: readonly VisitView[], key: K) {
  const visit = visits.findLast((v) => v.look.measurements[key]);
  const value = visit?.look.measurements[key];
  return visit && value ? { value, visit } : null;
}

/** Readings in both systems, so that the sheet serves whoever holds it. */
function facts(tree: TreeDetail, visits: readonly VisitView[]): { label: string; value: string }[] {
  const dbh = newest(visits, 'dbh');
  const height = newest(visits, 'height');
  const base = newest(visits, 'crownBase');
  const spread = newest(visits, 'crownSpread');
  const pm = (plusMinus: number | undefined, words: (m: number) => string) => (plusMinus ? ` ± ${words(plusMinus)}` : '');
  const metres = (m: number) => `${m.toFixed(1)} m`;
  return [
    {
      label: dbh ? `Diameter at ${dbh.visit.look.measurements.breastHeight ?? 1.3} m` : 'Diameter',
      value: dbh ? `${cm(dbh.value.m)}${pm(dbh.value.plusMinus, cm)} (${inches(dbh.value.m)})` : 'not measured',
    },
    {
      label: 'Height',
      value: height ? `${metres(height.value.m)}${pm(height.value.plusMinus, metres)} (${feet(height.value.m)})` : 'not measured',
    },
    { label: 'Lowest live crown', value: base ? `${metres(base.value.m)} (${feet(base.value.m)})` : 'not measured' },
    { label: 'Crown spread', value: spread ? `${metres(spread.value.m)} (${feet(spread.value.m)})` : 'not measured' },
    { label: 'Planted', value: tree.plantedYear === null ? 'not known' : String(tree.plantedYear) },
    { label: 'Position', value: `${tree.latitude.toFixed(5)}, ${tree.longitude.toFixed(5)}` },
  ];
}

function scale(last: VisitView, visits: readonly VisitView[], key: Scale, label: string): SheetBlock {
  const visit = newestJudging(visits, key) ?? last;
  const judged = visit.judgement[key];
  const bands: readonly string[] = BANDS[key];
  const rank = bands.indexOf(judged.band);
  return {
    kind: 'scale',
    label: visit === last ? label : `${label}, assessed ${dayWords(visit.look.day)}`,
    band: capital(ratingWords(judged.band)),
    bands,
    rank: rank < 0 ? null : rank,
    reasons: judged.reasons.slice(0, MOST_REASONS),
  };
}

/** What the last visit judged, as blocks. */
function judged(library: Library, visit: VisitView, visits: readonly VisitView[], place: Place, units: UnitSystem): SheetBlock[] {
  const { judgement, look } = visit;
  const changes = changesOver(
    library,
    visits.map((v) => v.look),
    place,
    { units },
  ).filter((c) => c.trend && (c.trend.real || c.what === 'dbh'));
  return [
    { kind: 'heading', words: `Last visit: ${visit.by.name}, ${dayWords(look.day)}` },
    {
      kind: 'plan',
      seen: look.looked,
      blocked: look.blocked.map((b) => b.zone),
      signs: look.signs,
      legend: look.signs.map(
        (sign) => `${signLabel(library, sign.id)}, ${zoneWords(sign.zone)}${signWords(sign, units) ? `: ${signWords(sign, units)}` : ''}`,
      ),
    },
    scale(visit, visits, 'vigour', 'Vigour'),
    scale(visit, visits, 'soundness', 'Structure'),
    scale(visit, visits, 'hiddenDecay', 'Hidden decay'),
    // Before anybody steps in, so before anything else is read.
    { kind: 'heading', words: 'Cautions' },
    { kind: 'caution', words: judgement.cautions },
    { kind: 'heading', words: 'Summary' },
    { kind: 'text', words: judgement.note },
    ...(look.note ? [{ kind: 'text', words: `Inspector’s note: ${look.note}` } as const] : []),
    ...judgement.overruled.map((one): SheetBlock => ({ kind: 'text', words: overruledWords(one) })),
    { kind: 'heading', words: `Not inspected (${judgement.lookedAt.percent}% of the zones were inspected)` },
    {
      kind: 'text',
      words: judgement.lookedAt.cannotSay.length > 0 ? judgement.lookedAt.cannotSay.join(' ') : 'Every zone was inspected.',
    },
    ...(judgement.screening
      ? [
          { kind: 'heading', words: `Risk screening for targets below: ${judgement.screening.risk}` } as const,
          ...judgement.screening.targets.map((t): SheetBlock => ({
            kind: 'text',
            words: `${capital(TARGET_WORDS[t.what])}, ${OCCUPANCY_WORDS[t.howOften]}: ${t.risk} (failure ${t.failure}, impact ${t.impact}, consequence ${t.consequence}).`,
          })),
          { kind: 'caution', words: [judgement.screening.method] } as const,
        ]
      : []),
    ...(changes.length > 0 ? [{ kind: 'heading', words: 'Trends' } as const] : []),
    ...changes.slice(0, MOST_CHANGES).map((change): SheetBlock => ({ kind: 'change', change })),
    { kind: 'heading', words: 'Options' },
    ...judgement.options.slice(0, MOST_OPTIONS).map((option, i): SheetBlock => ({
      kind: 'option',
      nth: i + 1,
      words: capital(optionWords(option.do)),
      because: option.because.join(' '),
      needs: option.needs.length > 0 ? `Conditions: ${option.needs.join('; ')}.` : '',
    })),
  ];
}

/**
 * What stands on the sheet of one tree.
 * @param commonName of its kind, empty when it has none
 * @param units of what is worded anew; readings stand in both systems, the note as it was written
 */
export function sheetOf(library: Library, tree: TreeDetail, commonName: string, units: UnitSystem = 'metric'): Sheet {
  const visits = standingVisits(tree.visits);
  const last = visits.at(-1);
  const taxon = library.taxa.find((t) => t.name === tree.taxon);
  const given = standingNameOf(tree.determinations, tree.reviews, tree.visits, districtAt(library.districts, tree).timeZone).named;
  return {
    tag: tree.tag,
    place: tree.place,
    name: tree.taxon === null ? null : `${tree.level === 'cf. species' ? 'cf. ' : ''}${tree.taxon}`,
    commonName,
    standing: `${standingWords(tree.standing)}${given ? `. ${given.why}` : ''}`,
    leaf: taxon ? plateLeaf(taxon) : null,
    blocks: [
      { kind: 'facts', facts: facts(tree, visits) },
      ...(tree.dueOn
        ? [{ kind: 'facts', facts: [{ label: 'Next visit by', value: `${tree.dueOn}: ${tree.dueBecause ?? ''}` }] } as const]
        : []),
      ...(last
        ? judged(library, last, visits, placeOf(library, tree), units)
        : [{ kind: 'text', words: 'This tree has not been visited yet. Its condition is not known.' } as const]),
    ],
    foot: `${tree.tag}. This is a visual assessment from the ground. If people or property are below, a qualified assessor must confirm it. Felling, pruning and pesticide work must follow local rules, permits and licensing.`,
  };
}

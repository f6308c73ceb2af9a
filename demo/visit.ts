import { emptyLook, keysByPlace, SCHEMA, type Beneath, type Look, type SignSeen, type VisitSubmission } from '@dendrix/core/record';
import { identify, settlingLooks, visitNameOf } from '@dendrix/core/naming';
import { stageIn } from '@dendrix/core/measuring';
import { judgeLook } from '@dendrix/core/state';
import { type Observation } from '@dendrix/core/record';
import { ZONES, type District, type Library, type Stage, type Taxon, type Zone } from '@dendrix/core/knowledge';
import { recordMonth, showsAt } from '@dendrix/core/time';
import type { DemoTree } from './trees';
import type { Random } from './random';

/** A sign as a story tells it. */
export type DemoSign = Omit<SignSeen, 'key'>;

/** What somebody did at one demo tree on one day. */
export interface DemoVisit {
  tree: DemoTree;
  treeId: string;
  date: string;
  /** Lines of evidence looked at, as trait ids; chosen by season when absent. */
  traits?: readonly string[];
  /** Marks that replace what the tree shows: a careless or mistaken look. */
  mistaken?: readonly Observation[];
  /** The name written down against the engine's own, if any. */
  name?: string;
  notLooked?: readonly Zone[];
  /** One of a kind on a side is the same one on every look. */
  signs?: readonly DemoSign[];
  measured?: boolean;
  crownBaseShare?: number;
  note?: string;
  beneath?: readonly Beneath[];
  /** Earlier looks at the tree, so that change counts. */
  before?: readonly Look[];
}

const USUAL_TRAITS = [
  'bark-texture',
  'bark-colour',
  'arrangement',
  'twig-line',
  'twig-thickness',
  'pith',
  'bud-shape',
  'bud-scales',
  'bud-colour',
  'leaf-type',
  'leaf-margin',
  'leaf-base',
  'leaf-underside',
  'leaf-lobes',
  'fruit-type',
  'fruit-colour',
  'crown-shape',
  'leader',
  'habit',
];
const SHOWN_OFTEN = { always: 0.95, usually: 0.75, sometimes: 0.25, rarely: 0.04 } as const;

/** What an observer would report of a tree that truly is of its taxon: states drawn by how often its record says they hold. */
function observe(library: Library, taxon: Taxon, stage: Stage, month: number, traits: readonly string[], random: Random): Observation[] {
  return traits.flatMap((id): Observation[] => {
    const trait = library.traits.find((t) => t.id === id);
    const record = taxon.traits[id];
    if (!trait || record?.kind !== 'states' || !showsAt(trait, taxon, [month])) return [];
    const weights = Object.entries(record[stage]).map(([state, word]) => ({ state, weight: SHOWN_OFTEN[word] }));
    let left = random.next() * weights.reduce((sum, w) => sum + w.weight, 0);
    const state = weights.find((w) => (left -= w.weight) <= 0)?.state ?? weights[0]?.state;
    return state
      ? [{ trait: id, state, certainty: random.next() < 0.75 ? 'sure' : 'fairly', source: trait.reach === 'far' ? 'distance' : 'tree' }]
      : [];
  });
}

/** Makes the submission a phone would have sent: named by the engine, judged by the rules, as of that day. */
export function demoSubmission(library: Library, district: District, visit: DemoVisit, random: Random, today: string): VisitSubmission {
  const { tree, date } = visit;
  const year = Number(date.slice(0, 4));
  const stage = stageIn(year, tree.plantedYear) ?? 'mature';
  const { latitude } = district;
  const month = recordMonth(date, latitude) ?? 1;
  const seen = observe(library, tree.taxon, stage, month, visit.traits ?? USUAL_TRAITS, random);
  const mistaken = visit.mistaken ?? [];
  const observations = [...seen.filter((o) => !mistaken.some((m) => m.trait === o.trait)), ...mistaken];
  const named = identify(library, {
    date,
    latitude,
    planted: true,
    lifeStage: stage,
    rule: 'three-lines',
    district: district.id,
    observations,
  });
  const name = visitNameOf(named, { name: visit.name ?? null });

  const yearsAgo = Math.max(0, Number(today.slice(0, 4)) - year);
  const dbh = Math.max(0.03, tree.dbh - yearsAgo * 0.006);
  const height = Math.max(2, tree.height - yearsAgo * 0.15);
  const crownBase = height * (visit.crownBaseShare ?? 0.32);
  const measured = visit.measured ?? true;
  const looked = ZONES.filter(
    (zone) => !(visit.notLooked ?? []).includes(zone) && !(zone === 'foliage' && (month < 4 || month > 11) && !tree.taxon.evergreen),
  );
  const look: Look = {
    ...emptyLook(date),
    observations,
    lifeStage: stage,
    planted: true,
    looked,
    blocked: (visit.notLooked ?? []).filter((zone) => zone.startsWith('stem-')).map((zone) => ({ zone, why: 'hedge or wall' })),
    signs: keysByPlace(visit.signs ?? []),
    measurements: measured
      ? {
          dbh: { m: Number(dbh.toFixed(3)), entered: `${(dbh * 100).toFixed(1)} cm`, method: 'tape' },
          breastHeight: 1.3,
          height: { m: Number(height.toFixed(1)), plusMinus: Number((0.02 * height + 0.2).toFixed(1)), method: 'tangent' },
          crownBase: { m: Number(crownBase.toFixed(1)) },
        }
      : {},
    safety: ['traffic', 'overhead', 'base'],
    beneath: [...(visit.beneath ?? [])],
    profile: 'amenity',
    note: visit.note ?? '',
  };
  const judgement = judgeLook(
    library,
    tree,
    { profile: 'amenity', rootStandard: 'bs5837' },
    { look, name: { taxon: name.taxon, byRecord: false }, before: visit.before ?? [], units: 'metric' },
  );
  const startHour = 8 + Math.floor(random.next() * 7);
  const minute = Math.floor(random.next() * 40);
  const at = (m: number) => new Date(`${date}T${String(startHour).padStart(2, '0')}:${String(m).padStart(2, '0')}:00Z`).toISOString();
  return {
    schema: SCHEMA,
    treeId: visit.treeId,
    startedAt: at(minute),
    finishedAt: at(minute + 14),
    timeZone: district.timeZone,
    libraryVersion: library.version,
    units: 'metric',
    look,
    name,
    judgement,
    // Old plans have had their season; only those still ahead wait in the demo.
    laterLooks: name.confirmed
      ? []
      : settlingLooks(named, date)
          .slice(0, 1)
          .flatMap(({ look }) => (look.by >= today ? [look] : [])),
  };
}

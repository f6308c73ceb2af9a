import { assess, lookOf, type Assessment, type AssessInput } from '@dendrix/core/condition';
import type { Organisation, PlannedLook, Profile, VisitName, VisitSubmission, VisitView } from '@dendrix/core/contracts';
import { settlingLooks } from '@dendrix/core/identify';
import { ZONES } from '@dendrix/core/knowledge';
import type { JudgedName } from '@dendrix/core/review';
import { district, library, taxonNamed } from '@/features/shell/library';
import type { VisitDraft } from './draft';
import type { MeasuredEntry, UnitSystem } from '@dendrix/core/measure';
import type { Naming } from './useNaming';

/** Chosen as a name, it means: I do not know. */
export const UNKNOWN = 'unknown';

/** The name a visit gives: the one written by the person, or the engine's at the level the evidence carries. */
export function nameOf(draft: VisitDraft, naming: Naming): VisitName {
  const { level, confirmation, ranking } = naming.result;
  const extra =
    draft.infraspecific.trim() === ''
      ? {}
      : { infraspecific: draft.infraspecific.trim(), infraspecificEvidence: draft.infraspecificEvidence.trim() };
  if (draft.chosenName === UNKNOWN) {
    return {
      taxon: null,
      level: 'none',
      rule: confirmation.rule,
      confirmed: false,
      probability: 0,
      why: 'The observer does not know it.',
      ...extra,
    };
  }
  if (draft.chosenName !== null && draft.chosenName !== level.name) {
    const candidate = ranking.candidates.find((c) => c.taxon.name === draft.chosenName);
    const lead = ranking.candidates[0];
    const why =
      draft.observations.length === 0
        ? 'Written down by the observer without marks.'
        : `Written down by the observer; the marks lean to ${lead?.taxon.name ?? 'nothing'} (${Math.round((lead?.probability ?? 0) * 100)} %).`;
    return {
      taxon: draft.chosenName,
      level: draft.chosenName.includes(' ') ? 'species' : 'genus',
      rule: confirmation.rule,
      confirmed: false,
      probability: candidate?.probability ?? 0,
      why,
      ...extra,
    };
  }
  return {
    taxon: level.name,
    level: level.level,
    rule: confirmation.rule,
    confirmed: confirmation.met && level.level === 'species',
    probability: Math.min(1, level.probability),
    why: confirmation.why,
    ...extra,
  };
}

/** A look in another season, and whether it is planned. */
export interface Later {
  look: PlannedLook;
  label: string;
  planned: boolean;
}

/** What will settle the name in another season; the person may take off what is planned by itself, or add others. */
export const laterOf = (draft: VisitDraft, naming: Naming, today: string): Later[] =>
  settlingLooks(naming.result, today).map(({ look, label, byItself }) => ({
    look,
    label,
    planned: draft.laterAdded.includes(look.trait) || (byItself && !draft.laterDropped.includes(look.trait)),
  }));

/** The measurements of a draft: what was typed, and what devices gave beside. */
export const measurementsOf = (draft: Pick<VisitDraft, 'drillings' | 'position'>, { values }: MeasuredEntry) => ({
  ...values,
  ...(draft.drillings.length > 0 ? { drillings: draft.drillings } : {}),
  ...(draft.position ? { position: draft.position } : {}),
});

/**
 * The judgement of a draft as it stands.
 * @param before earlier visits to the tree, so that change counts
 * @param units in which it is worded: those of the one who looks
 */
export function judgementOf(
  draft: VisitDraft,
  name: JudgedName,
  measuring: MeasuredEntry,
  date: string,
  organisation: Organisation,
  before: readonly VisitView[],
  units: UnitSystem,
): Assessment {
  const { height, crownBase, dbh } = measuring.values;
  const input: AssessInput = {
    taxon: taxonNamed(name.taxon),
    name: name.taxon,
    nameUnchecked: name.byRecord,
    date,
    latitude: district.latitude,
    lifeStage: draft.lifeStage ?? undefined,
    profile: draft.profile ?? organisation.profile,
    rootStandard: organisation.rootStandard,
    looked: draft.looked,
    signs: draft.signs,
    height: height?.m,
    crownBase: crownBase?.m,
    dbh: dbh?.m,
    breastHeight: measuring.values.breastHeight,
    absent: draft.absent,
    sounding: draft.sounding,
    drillings: draft.drillings,
    beneath: draft.beneath,
    works: draft.works,
    overrules: draft.overrules,
    before: before.map(lookOf),
    units,
  };
  return assess(library, input, district);
}

/** What goes to the server. */
export function submissionOf(
  draft: VisitDraft,
  name: VisitName,
  measuring: MeasuredEntry,
  judgement: Assessment,
  later: readonly Later[],
  profile: Profile,
  finishedAt: Date,
): VisitSubmission {
  const looked = new Set([...draft.looked, ...draft.signs.map((sign) => sign.zone)]);
  return {
    treeId: draft.treeId,
    startedAt: draft.startedAt,
    finishedAt: finishedAt.toISOString(),
    timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    libraryVersion: library.version,
    record: {
      observations: draft.observations,
      cannotSee: draft.cannotSee,
      ...(draft.lifeStage ? { lifeStage: draft.lifeStage } : {}),
      ...(draft.planted === null ? {} : { planted: draft.planted }),
      looked: ZONES.filter((zone) => looked.has(zone)),
      blocked: draft.blocked,
      signs: draft.signs,
      absent: draft.absent,
      sounding: draft.sounding,
      beneath: draft.beneath,
      works: draft.works,
      overrules: draft.overrules,
      photos: draft.photos,
      profile,
      measurements: measurementsOf(draft, measuring),
      safety: draft.safety,
      specimens: draft.specimens,
      note: draft.note,
    },
    // A visit that only looked the tree over gives no name; what is known of it stays as it is.
    name: name.taxon === null && draft.chosenName === null && draft.observations.length === 0 ? null : name,
    judgement: JSON.parse(JSON.stringify(judgement)) as Record<string, unknown>,
    comeBack: judgement.comeBack,
    laterLooks: later.filter(({ planned }) => planned).map(({ look }) => look),
  };
}

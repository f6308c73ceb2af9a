import { v7 as newId } from 'uuid';
import {
  keysByPlace,
  type Beneath,
  type Drilling,
  type Look,
  type MeasuredPosition,
  type Measurements,
  type Overrule,
  type Photo,
  type Profile,
  type SignSeen,
  type Sounding,
  type Specimen,
  type Works,
} from '@dendrix/core/record';
import type { Observation } from '@dendrix/core/record';
import type { StemSituation } from '@dendrix/core/figures';
import { ZONES, type Line, type Stage, type Zone } from '@dendrix/core/knowledge';
import { EMPTY_ENTRY, type Entry } from '@dendrix/core/measuring';

export type Part = 'name' | 'measure' | 'walk' | 'judge';

/** A visit while it is being made. Everything is kept on the device after each touch. */
export interface VisitDraft {
  id: string;
  treeId: string;
  startedAt: string;
  part: Part;
  safety: string[];
  safetyDone: boolean;
  line: Line;
  /** The question on the screen; the best of the line when null. */
  trait: string | null;
  lifeStage: Stage | null;
  planted: boolean | null;
  observations: Observation[];
  cannotSee: string[];
  looked: Zone[];
  blocked: { zone: Zone; why: string }[];
  signs: SignSeen[];
  /** Signs looked for and not found. */
  absent: string[];
  /** Keys of known defects that could not be seen this time. */
  unseenSigns: string[];
  sounding: Sounding[];
  measure: Entry;
  /** How the stem stands, so that the right drawing is shown. */
  situation: StemSituation;
  drillings: Drilling[];
  position: MeasuredPosition | null;
  /** Photographs; the pictures themselves lie in a store of their own under the same ids. */
  photos: Photo[];
  beneath: Beneath[];
  /** How the wind meets it, once somebody said. */
  exposure?: Look['exposure'];
  works: Works[];
  overrules: Overrule[];
  /** Practice profile; the organisation's when null. */
  profile: Profile | null;
  /** A name written against the engine's, or "unknown" for none. */
  chosenName: string | null;
  infraspecific: string;
  infraspecificEvidence: string;
  /** Looks in another season that the person added to, or took off, what the engine plans by itself; trait ids. */
  laterAdded: string[];
  laterDropped: string[];
  specimens: Specimen[];
  note: string;
  /** The visit this one corrects: it is of that day, and what was measured then stands where nothing else is typed. */
  amends?: { visit: string; day: string; measurements: Measurements };
}

/** A visit being made, as it lies on the device. */
export interface KeptDraft {
  /** Whose it is: two people who share a device each have their own. */
  owner: string;
  /** Rises with every write; who writes over another than the one they read is told. */
  rev: number;
  draft: VisitDraft;
}

export function newDraft(treeId: string, now: Date, tree: { planted: boolean | null; lifeStage: Stage | null }): VisitDraft {
  return {
    id: newId(),
    treeId,
    startedAt: now.toISOString(),
    part: 'name',
    safety: [],
    safetyDone: false,
    line: 'form',
    trait: null,
    lifeStage: tree.lifeStage,
    planted: tree.planted,
    observations: [],
    cannotSee: [],
    looked: [],
    blocked: [],
    signs: [],
    absent: [],
    unseenSigns: [],
    sounding: [],
    measure: EMPTY_ENTRY,
    situation: 'level',
    drillings: [],
    position: null,
    photos: [],
    beneath: [],
    works: [],
    overrules: [],
    profile: null,
    chosenName: null,
    infraspecific: '',
    infraspecificEvidence: '',
    laterAdded: [],
    laterDropped: [],
    specimens: [],
    note: '',
  };
}

/** A draft kept on the device, over what a new one holds: one begun by an older version lacks what came in since. */
export function resumed(fresh: VisitDraft, kept: VisitDraft): VisitDraft {
  // Ways of taking a height that went by another name.
  const heightHow = EMPTY_ENTRY.heightHow;
  const measure = { ...EMPTY_ENTRY, ...kept.measure };
  return {
    ...fresh,
    ...kept,
    // Signs of before each had a name of its own.
    signs: keysByPlace(kept.signs),
    measure: (measure.heightHow as string) === 'angles' ? { ...measure, heightHow } : measure,
  };
}

/** What was seen on a visit that is being made, as a look of its day. @param measurements as far as they are typed */
export function lookOfDraft(draft: VisitDraft, measurements: Measurements, day: string, profile: Profile): Look {
  return {
    day,
    observations: draft.observations,
    cannotSee: draft.cannotSee,
    ...(draft.lifeStage ? { lifeStage: draft.lifeStage } : {}),
    ...(draft.planted === null ? {} : { planted: draft.planted }),
    looked: ZONES.filter((zone) => draft.looked.includes(zone)),
    blocked: draft.blocked,
    signs: draft.signs,
    absent: draft.absent,
    ...(draft.unseenSigns.length > 0 ? { unseenSigns: draft.unseenSigns } : {}),
    sounding: draft.sounding,
    beneath: draft.beneath,
    ...(draft.exposure === undefined ? {} : { exposure: draft.exposure }),
    works: draft.works,
    overrules: draft.overrules,
    photos: draft.photos,
    profile,
    measurements,
    safety: draft.safety,
    specimens: draft.specimens,
    note: draft.note,
  };
}

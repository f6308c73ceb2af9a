import { createStore, del, get, set } from 'idb-keyval';
import { v7 as newId } from 'uuid';
import type {
  Beneath,
  Drilling,
  MeasuredPosition,
  Overrule,
  Photo,
  Profile,
  SignSeen,
  Sounding,
  Specimen,
  Works,
} from '@dendrix/core/contracts';
import type { Observation } from '@dendrix/core/identify';
import type { StemSituation } from '@dendrix/core/figures';
import type { Line, Stage, Zone } from '@dendrix/core/knowledge';
import { EMPTY_ENTRY, type Entry } from '@dendrix/core/measure';

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
  sounding: Sounding[];
  measure: Entry;
  /** How the stem stands, so that the right drawing is shown. */
  situation: StemSituation;
  drillings: Drilling[];
  position: MeasuredPosition | null;
  /** Photographs; the pictures themselves lie in a store of their own under the same ids. */
  photos: Photo[];
  beneath: Beneath[];
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
}

const store = createStore('dendrix-drafts', 'visits');

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

export const loadDraft = (treeId: string): Promise<VisitDraft | undefined> => get<VisitDraft>(treeId, store);
/** A draft kept on the device, over what a new one holds: one begun by an older version lacks what came in since. */
export function resumed(fresh: VisitDraft, kept: VisitDraft): VisitDraft {
  // Ways of taking a height that went by another name.
  const heightHow = EMPTY_ENTRY.heightHow;
  const measure = { ...EMPTY_ENTRY, ...kept.measure };
  return { ...fresh, ...kept, measure: (measure.heightHow as string) === 'angles' ? { ...measure, heightHow } : measure };
}

export const saveDraft = (draft: VisitDraft): Promise<void> => set(draft.treeId, draft, store);
export const dropDraft = (treeId: string): Promise<void> => del(treeId, store);

import { createStore, del, get, set } from 'idb-keyval';
import { v7 as newId } from 'uuid';
import type { SignSeen, Specimen } from '@dendrix/core/contracts';
import type { Observation } from '@dendrix/core/identify';
import type { Line, Stage, Zone } from '@dendrix/core/knowledge';

export type Part = 'name' | 'measure' | 'walk' | 'judge';

/** What was typed for the measurements, as typed; numbers are made when they are needed. */
export interface MeasureTyped {
  stems: string[];
  heightHow: 'angles' | 'typed';
  height: string;
  distance: string;
  top: string;
  base: string;
  angleUnit: 'deg' | 'percent';
  crownBase: string;
}

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
  measure: MeasureTyped;
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
    measure: { stems: [''], heightHow: 'angles', height: '', distance: '', top: '', base: '', angleUnit: 'deg', crownBase: '' },
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
export const saveDraft = (draft: VisitDraft): Promise<void> => set(draft.treeId, draft, store);
export const dropDraft = (treeId: string): Promise<void> => del(treeId, store);

import { useCallback, useEffect, useRef, useState } from 'react';
import type { TreeBrief } from '@dendrix/core/contracts';
import type { Stage } from '@dendrix/core/knowledge';
import { loadDraft, newDraft, resumed, saveDraft, type VisitDraft } from './draft';

/** Years after planting at which a street tree counts as mature, and as old. Common practice, no source. */
const MATURE_FROM = 18;
const OLD_FROM = 70;

/** Life stage from the planting year, or null when that is not known. */
export function stageFrom(plantedYear: number | null, thisYear: number): Stage | null {
  if (plantedYear === null) return null;
  const age = thisYear - plantedYear;
  return age < MATURE_FROM ? 'young' : age < OLD_FROM ? 'mature' : 'old';
}

/** The draft of a visit to a tree: the one begun before, or a new one. Each change is on the device at once. */
export function useDraft(treeId: string, tree: TreeBrief | undefined) {
  const [draft, setDraft] = useState<VisitDraft | null>(null);
  const [saved, setSaved] = useState(true);
  const latest = useRef<VisitDraft | null>(null);

  useEffect(() => {
    if (!tree || latest.current?.treeId === treeId) return;
    void loadDraft(treeId).then((kept) => {
      const now = new Date();
      const fresh = newDraft(treeId, now, { planted: tree.planted, lifeStage: stageFrom(tree.plantedYear, now.getFullYear()) });
      const begun = kept ? resumed(fresh, kept) : fresh;
      latest.current = begun;
      setDraft(begun);
    });
  }, [treeId, tree]);

  const change = useCallback((part: Partial<VisitDraft> | ((now: VisitDraft) => Partial<VisitDraft>)) => {
    const now = latest.current;
    if (!now) return;
    const next = { ...now, ...(typeof part === 'function' ? part(now) : part) };
    latest.current = next;
    setDraft(next);
    setSaved(false);
    void saveDraft(next).then(() => {
      if (latest.current === next) setSaved(true);
    });
  }, []);
  return { draft, change, saved };
}

export type ChangeDraft = ReturnType<typeof useDraft>['change'];

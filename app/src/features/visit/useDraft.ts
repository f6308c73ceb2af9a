import { useCallback, useEffect, useRef, useState } from 'react';
import type { TreeBrief } from '@dendrix/core/contracts';
import { stageIn } from '@dendrix/core/measuring';
import { newDraft, resumed, type VisitDraft } from '@/offline/draft';
import { DraftElsewhere, loadDraft, saveDraft } from '@/offline/drafts';
import { t } from '@/words/visit';

/** A draft as a screen holds it. */
export interface Drafting {
  draft: VisitDraft | null;
  change: ChangeDraft;
  /** Whether the last touch is on the device; a sentence where the device could not keep it. */
  saved: boolean;
  problem: string | null;
  /** Another tab wrote to this visit or sent it: this one goes no further before it was loaded anew. */
  elsewhere: DraftElsewhere['what'] | null;
  reload: () => void;
  /** The revision on the device, once everything before is written. */
  settled: () => Promise<number>;
}

export type ChangeDraft = (part: Partial<VisitDraft> | ((now: VisitDraft) => Partial<VisitDraft>)) => void;

const FULL = t('notSavedThisDevicesStorageMay');
/** What could not be kept is tried again so often, ms. */
const TRY_AGAIN_MS = 3000;

/** The draft of a person's visit to a tree: the one begun before, or a new one. Each change is on the device at once. */
export function useDraft(owner: string, treeId: string, tree: TreeBrief | undefined): Drafting {
  const [draft, setDraft] = useState<VisitDraft | null>(null);
  const [saved, setSaved] = useState(true);
  const [problem, setProblem] = useState<string | null>(null);
  const [elsewhere, setElsewhere] = useState<DraftElsewhere['what'] | null>(null);
  const [loads, setLoads] = useState(0);
  const latest = useRef<VisitDraft | null>(null);
  const rev = useRef(0);
  /** Writes go one after the other, each over the revision of the one before. */
  const writing = useRef<Promise<void>>(Promise.resolve());
  const stopped = useRef(false);
  const known = tree !== undefined;
  const born = useRef(tree);
  born.current = tree;

  useEffect(() => {
    if (!known) return;
    let left = false;
    stopped.current = false;
    void loadDraft(owner, treeId).then((kept) => {
      if (left) return;
      const now = new Date();
      const fresh = newDraft(treeId, now, {
        planted: born.current?.planted ?? null,
        lifeStage: stageIn(now.getFullYear(), born.current?.plantedYear ?? null),
      });
      const begun = kept ? resumed(fresh, kept.draft) : fresh;
      latest.current = begun;
      rev.current = kept?.rev ?? 0;
      setElsewhere(null);
      setDraft(begun);
    });
    return () => {
      left = true;
    };
  }, [owner, treeId, known, loads]);

  const write = useCallback(() => {
    writing.current = writing.current.then(async () => {
      const now = latest.current;
      if (!now || stopped.current) return;
      for (;;) {
        try {
          rev.current = await saveDraft(owner, now, rev.current);
          setProblem(null);
          if (latest.current === now) setSaved(true);
          return;
        } catch (error) {
          if (error instanceof DraftElsewhere) {
            stopped.current = true;
            setElsewhere(error.what);
            return;
          }
          setProblem(FULL);
          await new Promise((resolve) => setTimeout(resolve, TRY_AGAIN_MS));
          // Something newer stands on the screen: that is what is to be kept.
          if (latest.current !== now) return;
        }
      }
    });
  }, [owner]);

  const change = useCallback<ChangeDraft>(
    (part) => {
      const now = latest.current;
      if (!now || stopped.current) return;
      const next = { ...now, ...(typeof part === 'function' ? part(now) : part) };
      latest.current = next;
      setDraft(next);
      setSaved(false);
      write();
    },
    [write],
  );
  const settled = useCallback(async () => {
    // A visit that was not touched since it was begun is written now, so that what is sent is what is kept.
    if (rev.current === 0) write();
    await writing.current;
    return rev.current;
  }, [write]);
  const reload = useCallback(() => setLoads((n) => n + 1), []);
  return { draft, change, saved, problem, elsewhere, reload, settled };
}

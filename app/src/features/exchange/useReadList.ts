import { useCallback, useEffect, useRef, useState } from 'react';
import { againstKnown, type ListReport } from '@dendrix/core/exchange';
import { knownOfPart } from '@/data/keys';
import type { ReadListTask } from '@/workers/read-list.worker';
import { t } from '@/words/exchange';

type Message = { done: number; total: number } | { report: ListReport } | { problem: string };

/** Reads a list in a worker: how far it is, the report, and a way to stop. */
export function useReadList() {
  const worker = useRef<Worker | null>(null);
  /** The list that is held against the record now. */
  const turn = useRef<symbol | null>(null);
  const [progress, setProgress] = useState<{ done: number; total: number } | null>(null);
  const [report, setReport] = useState<ListReport | null>(null);
  const [problem, setProblem] = useState<string | null>(null);

  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    turn.current = null;
    setProgress(null);
  }, []);
  useEffect(() => stop, [stop]);

  /** Holds what was read against the record, which the server has; stopped, the answers are dropped. */
  const hold = useCallback(async (read: ListReport) => {
    const mine = Symbol('turn');
    turn.current = mine;
    const goesOn = () => turn.current === mine;
    try {
      const held = await againstKnown(
        read,
        async (tags, places) => {
          if (!goesOn()) throw new Error('stopped');
          return knownOfPart(tags, places);
        },
        (done, total) => goesOn() && setProgress({ done, total }),
      );
      if (goesOn()) setReport(held);
    } catch (error) {
      if (!goesOn()) return;
      // The server looks again before it keeps anything.
      setReport(read);
      setProblem(t('notCheckedAgainstExistingTrees', { message: (error as Error).message }));
    }
    setProgress(null);
  }, []);

  const read = useCallback(
    (task: ReadListTask) => {
      stop();
      setProblem(null);
      setProgress({ done: 0, total: 0 });
      const made = new Worker(new URL('../../workers/read-list.worker', window.location.href));
      worker.current = made;
      made.onmessage = ({ data }: MessageEvent<Message>) => {
        if ('done' in data) return setProgress(data);
        worker.current?.terminate();
        worker.current = null;
        if ('report' in data) return void hold(data.report);
        setProblem(data.problem);
        setProgress(null);
      };
      made.onerror = () => {
        setProblem(t('theListCouldNotBeRead'));
        stop();
      };
      made.postMessage(task);
    },
    [stop, hold],
  );
  return { read, stop, progress, report, problem };
}

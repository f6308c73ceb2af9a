import { useCallback, useEffect, useRef, useState } from 'react';
import type { ListReport } from '@dendrix/core/exchange';
import type { ReadListTask } from '@/workers/read-list.worker';

type Message = { done: number; total: number } | { report: ListReport } | { problem: string };

/** Reads a list in a worker: how far it is, the report, and a way to stop. */
export function useReadList() {
  const worker = useRef<Worker | null>(null);
  const [progress, setProgress] = useState<{ done: number; total: number } | null>(null);
  const [report, setReport] = useState<ListReport | null>(null);
  const [problem, setProblem] = useState<string | null>(null);

  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    setProgress(null);
  }, []);
  useEffect(() => stop, [stop]);

  const read = useCallback(
    (task: ReadListTask) => {
      stop();
      setProblem(null);
      setProgress({ done: 0, total: 0 });
      const made = new Worker(new URL('../../workers/read-list.worker', window.location.href));
      worker.current = made;
      made.onmessage = ({ data }: MessageEvent<Message>) => {
        if ('done' in data) return setProgress(data);
        if ('report' in data) setReport(data.report);
        else setProblem(data.problem);
        stop();
      };
      made.onerror = () => {
        setProblem('The list could not be read on this device.');
        stop();
      };
      made.postMessage(task);
    },
    [stop],
  );
  return { read, stop, progress, report, problem };
}

import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Planned } from '@dendrix/core/rounds';
import { aboutHere } from '@/data/keys';
import type { RoundTask, RoundTold } from '@/workers/round.worker';
import { t } from '@/words/rounds';

/**
 * Plans rounds in a worker: how far it is, what came of it, and a way to stop.
 * @param first what was planned before the page was loaded anew
 */
export function usePlan(first: Planned | null) {
  const isDemonstration = useQuery(aboutHere).data?.kind === 'demonstration';
  const worker = useRef<Worker | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [planned, setPlanned] = useState<Planned | null>(first);
  const [problem, setProblem] = useState<string | null>(null);
  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    setShare(null);
  }, []);
  useEffect(() => stop, [stop]);
  const plan = useCallback(
    (task: Omit<RoundTask, 'isDemonstration'>) => {
      stop();
      setProblem(null);
      setShare(0);
      const made = new Worker(new URL('../../workers/round.worker', window.location.href));
      worker.current = made;
      made.onmessage = ({ data }: MessageEvent<RoundTold>) => {
        if ('share' in data) return setShare(data.share);
        stop();
        if ('planned' in data) setPlanned(data.planned);
        else setProblem(data.problem);
      };
      made.onerror = () => {
        setProblem(t('theRoundCouldNotBePlanned'));
        stop();
      };
      made.postMessage({ ...task, isDemonstration } satisfies RoundTask);
    },
    [stop, isDemonstration],
  );
  return { plan, stop, share, planned, problem, clear: useCallback(() => setPlanned(null), []) };
}

import { useEffect, useState } from 'react';

type Arrived<T> = { part: T } | { problem: Error } | null;

/**
 * A part of the application that is fetched only where it is wanted.
 * @param bring imports it; the same function at each call
 * @returns the part once it is here
 * @throws Error where it could not be fetched, for the screen's boundary to show
 */
export function usePart<T>(bring: () => Promise<T>, wanted: boolean): T | undefined {
  const [arrived, setArrived] = useState<Arrived<T>>(null);
  const ask = wanted && arrived === null;
  useEffect(() => {
    if (!ask) return;
    let left = false;
    bring().then(
      (part) => !left && setArrived({ part }),
      (problem: unknown) => !left && setArrived({ problem: problem instanceof Error ? problem : new Error(String(problem)) }),
    );
    return () => {
      left = true;
    };
  }, [bring, ask]);
  if (arrived && 'problem' in arrived) throw arrived.problem;
  return arrived?.part;
}

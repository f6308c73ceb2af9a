/** A module of a built script, with what it needs at once. */
export interface Module {
  id: number;
  text: string;
  needs: number[];
}
export function modulesOf(script: string): { before: string; modules: Module[]; after: string };
export function reachable(from: Iterable<number>, needs: ReadonlyMap<number, readonly number[]>): Set<number>;
export function splitCommon(
  scripts: string,
  first: readonly string[],
  second: readonly string[],
): { was: string; now: string; read: string; shared: string; first: string[]; runs: string };

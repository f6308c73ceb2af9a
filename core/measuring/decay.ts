/** Shell over radius under which a hollow stem warns. Source: Mattheck and Breloer 1994 (from memory). */
export const SHELL_WARNS = 0.3;

/** Shell over radius under which no stem is trusted, whatever its crown; a reduced or stout one may stand longer. Common practice, no source. */
export const SHELL_ACTS = 0.15;
/** Share of bending strength lost from which a hollow stem is a serious weakness (a third: Wagener 1963, from memory), and from which it is acted on (common practice, no source). */
export const LOSS_SERIOUS = 1 / 3;
export const LOSS_ACTS = 0.6;

/** Sound shell over stem radius, t / R, 0 to 1. Source: Mattheck and Breloer 1994 (from memory). */
export const shellRatio = (dbh: number, shell: number): number => shell / (dbh / 2);

/**
 * Share of bending strength lost to a hollow, 0 to 1, by each method.
 * - `wagener`: d³ / D³ (Wagener 1963, from memory), for a closed hollow
 * - `smileyFraedrich`: (d³ + c (D³ − d³)) / D³ with c = opening over girth (Smiley and Fraedrich 1992, from memory)
 * @param dbh stem diameter; @param hollow diameter of the hollow, same unit; @param opening share of the girth that is open, 0 to 1
 */
export function strengthLoss(dbh: number, hollow: number, opening = 0): { wagener: number; smileyFraedrich: number } {
  const D = dbh ** 3;
  const d = hollow ** 3;
  return { wagener: d / D, smileyFraedrich: (d + opening * (D - d)) / D };
}

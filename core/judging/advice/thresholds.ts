/** An agent's cautions are shown once it is at least this likely; that it must be reported, much sooner: missing one costs a town its trees. */
export const CAUTION_FROM = 0.1;
/** A cause that can hurt somebody is warned of from a small chance on: a needless line costs nothing. */
export const HURTS_FROM = 0.03;
export const REPORT_FROM = 0.03;

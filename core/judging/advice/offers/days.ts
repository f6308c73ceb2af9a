/** What holds or lightens a weak fork or limb is not done a year after it was found: days by the risk. */
export const hastenedDays = (unsound: number, risk: number, usual: number) =>
  unsound === 3 ? 14 : risk >= 2 ? 28 : risk === 1 ? 60 : usual;

/** How much anybody wants deadwood out, or a limb off, that can hurt nobody. */
export const NOTHING_IN_REACH = 3;

/** Words of the cases the rules do not meet yet. */
export const NOT_YET: readonly string[] = [];

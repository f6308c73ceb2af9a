/** Letters of a reason, a finding or a work done, so that the next person learns something. */
export const LEAST_REASON = 5;

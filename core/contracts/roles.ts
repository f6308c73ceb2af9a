/** Each may do what those before it may. An administrator looks after people and their access besides. */
export const ROLES = ['viewer', 'crew', 'reviewer', 'coordinator', 'administrator'] as const;
export type Role = (typeof ROLES)[number];

/** Whether a role may do what another may. A reviewer is no crew in title, but may do all that crew may. */
export const mayAct = (has: Role, needs: Role): boolean => ROLES.indexOf(has) >= ROLES.indexOf(needs);

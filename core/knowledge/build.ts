/** How a tree is built decides which traits its record can hold, and how it fails. */
export const BUILDS = ['broadleaf', 'conifer', 'palm'] as const;
export type Build = (typeof BUILDS)[number];

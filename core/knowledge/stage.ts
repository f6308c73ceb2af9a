/** Life stages; bark is recorded by stage because young and old bark can look like two species. */
export const STAGES = ['young', 'mature', 'old'] as const;
export type Stage = (typeof STAGES)[number];

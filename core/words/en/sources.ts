/** Where a rule comes from, as it is told beside it. */
export const SOURCES = {
  practice: 'common practice, no source',
  observer: 'the observer',
  crownRatio: 'ratio: US forest inventory field guide (from memory); bands: common practice, no source',
  repeats: 'repeat tolerances: US forest inventory quality objectives (from memory); rule: common practice, no source',
  slenderness: 'Wang and others 1998; Mattheck (both from memory)',
  shell: 'Mattheck and Breloer 1994 (from memory)',
  loss: 'Smiley and Fraedrich 1992 (from memory); limits: Wagener 1963 (from memory) and common practice, no source',
  screening: 'ISA Best Management Practices: Tree Risk Assessment (from memory)',
} as const;

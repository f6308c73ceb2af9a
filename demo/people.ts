import type { Role } from '@dendrix/core/contracts';

/** The demo's shared password; shown on the sign-in page of a demo and nowhere else of use. */
export const DEMO_PASSWORD = 'quillhaven';

/** The invented crew of Quillhaven. */
export const PEOPLE: readonly { login: string; name: string; role: Role }[] = [
  { login: 'ines', name: 'Ines Corvath', role: 'coordinator' },
  { login: 'tomas', name: 'Tomas Wellbrook', role: 'reviewer' },
  { login: 'marit', name: 'Marit Osterlund', role: 'reviewer' },
  { login: 'jory', name: 'Jory Penhallow', role: 'crew' },
  { login: 'adaeze', name: 'Adaeze Fenwick', role: 'crew' },
  { login: 'luk', name: 'Luk Vargas', role: 'crew' },
  { login: 'perrin', name: 'Perrin Holt', role: 'viewer' },
];

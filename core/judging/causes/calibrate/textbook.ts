import type { Agent, Library } from '../../../knowledge';
import type { SignSeen } from '../../../record/sign';

/** The case a handbook would print of an agent: on its own host, in its month, its usual signs in the form it makes. */
export interface Textbook {
  agent: string;
  taxon: string;
  /** ISO date */
  day: string;
  signs: SignSeen[];
}

/** Middle of a list. */
const middle = <T>(list: readonly T[]): T | undefined => list[Math.floor(list.length / 2)];

/** The signs a handbook would print of an agent: those it always or usually makes, in the form it makes. */
export function textbookSigns(library: Pick<Library, 'signs'>, agent: Agent): SignSeen[] {
  const shown = agent.signs.filter(({ howOften }) => howOften === 'always' || howOften === 'usually');
  return shown.flatMap((entry, i): SignSeen[] => {
    const sign = library.signs.find(({ id }) => id === entry.sign);
    const zone = entry.zones?.[0] ?? sign?.zones[0];
    if (!sign || !zone) return [];
    const { over = 0, under = over + 0.004 } = entry.width ?? {};
    return [
      {
        id: sign.id,
        zone,
        key: `${i}`,
        ...(entry.kinds ? { kind: entry.kinds.find((kind) => !sign.fields.kind?.loose?.includes(kind)) ?? entry.kinds[0] } : {}),
        ...(entry.parts ? { part: entry.parts[0] } : {}),
        ...(entry.patterns ? { pattern: entry.patterns[0] } : {}),
        ...(entry.lasting ? { lasting: entry.lasting[0] } : {}),
        ...(entry.width ? { width: (over + under) / 2 } : {}),
      },
    ];
  });
}

/** The textbook case of an agent; null where none of its hosts is held. @param year of the case */
export function textbookOf(library: Pick<Library, 'taxa' | 'signs'>, agent: Agent, year = 2026): Textbook | null {
  const held = (host: string) =>
    library.taxa.find(({ name }) => (name === host || name.startsWith(`${host} `)) && !agent.spares.includes(name));
  const host = agent.hosts.length === 0 ? held('Acer platanoides') : agent.hosts.map(held).find((taxon) => taxon !== undefined);
  if (!host) return null;
  const months = agent.months ?? agent.signs.find((entry) => entry.months)?.months ?? [7];
  const month = String(middle(months) ?? 7).padStart(2, '0');
  return { agent: agent.id, taxon: host.name, day: `${year}-${month}-15`, signs: textbookSigns(library, agent) };
}

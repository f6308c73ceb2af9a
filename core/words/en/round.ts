import { listed } from './grammar';

/** What is said on the sheet of a round, and of what it needs. */
export const round = {
  title: 'Round for the day',
  begins: 'Start',
  ends: 'Finish, about',
  way: 'Route',
  place: 'Where',
  stop: 'Stop',
  by: { foot: 'on foot', car: 'by car' },
  tools: (tools: readonly string[]) => `Tools: ${listed(tools)}.`,
  noTools: 'No tools listed.',
  stops: (n: number) => (n === 1 ? 'One stop' : `${n} stops, in this order`),
  seen: 'done: ________',
  stopTakes: (minutes: number, way: string) => `about ${Math.max(1, Math.round(minutes))} min, ${way} on`,
  lacks: (tools: readonly string[]) => `Not available: ${listed(tools)}. Checks that need them stay open.`,
  madeBy: (name: string) => `Planned by ${name}. Times are estimates from past visits.`,
  cautionsHead: 'Before you go in',
  cautions: [
    'Look up first for hanging branches, fresh cracks and wires. Never stand under anything that may fall.',
    'Watch for traffic. Wear high-visibility clothing. Bring a second person where the road needs one.',
    'Only licensed people are allowed to climb, saw or work near wires.',
  ],
  foot: 'This is a plan, not an order. Local rules and the people on site decide.',
};

import { listed } from './grammar';

/** What is said on the sheet of a round, and of what it needs. */
export const round = {
  title: 'Round of the day',
  begins: 'Begins',
  ends: 'Ends about',
  way: 'Way',
  place: 'Where',
  stop: 'Stop',
  by: { foot: 'on foot', car: 'by car' },
  tools: (tools: readonly string[]) => `At hand: ${listed(tools)}.`,
  noTools: 'No tools were named as being at hand.',
  stops: (n: number) => (n === 1 ? 'One stop' : `${n} stops, in this order`),
  seen: 'seen: ________',
  stopTakes: (minutes: number, way: string) => `about ${Math.max(1, Math.round(minutes))} min, ${way} on`,
  lacks: (tools: readonly string[]) => `Not at hand: ${listed(tools)}. What needs it stays open.`,
  madeBy: (name: string) => `Planned by ${name}. Times are what stops took here before, not promises.`,
  cautionsHead: 'Before you go in',
  cautions: [
    'Look up first: hung-up branches, fresh cracks, wires. Nobody stands beneath what may come down.',
    'Mind the traffic: high-visibility clothing, and a second person where the road needs one.',
    'Climbing, sawing and work near wires are for those who are licensed for it.',
  ],
  foot: 'A plan for a day, not an order: local code and the people on the spot decide.',
};

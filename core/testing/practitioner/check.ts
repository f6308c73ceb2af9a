import { FAILURES, type Judgement } from '../../record/judgement';
import { judge } from '../judge';
import { daysBetween } from '../../time/dates';
import type { PractitionerCase } from './case';

const DAY = '2026-07-01';

/** Everything an answer says, in one text. */
const wordsOf = (a: Judgement): string => {
  const said: string[] = [];
  const walk = (value: unknown): void => {
    if (typeof value === 'string') said.push(value);
    else if (Array.isArray(value)) value.forEach(walk);
    else if (value !== null && typeof value === 'object') Object.values(value).forEach(walk);
  };
  walk(a);
  return said.join('.\n');
};

/** What of a case does not hold, in words; empty where all of it does. */
export function differences({ request, district, expect }: PractitionerCase): string[] {
  const found: string[] = [];
  const day = String(request.date ?? DAY);
  let a: Judgement;
  try {
    a = judge(request, district);
  } catch (error) {
    const told = `${String((error as { path?: string }).path ?? '')} ${(error as Error).message}`;
    if (!expect.refused) return [`refused: ${told}`];
    return expect.refused.test(told) ? [] : [`refused with other words: ${told}`];
  }
  if (expect.refused) return ['not refused'];
  const one = (name: string, value: string | undefined, of: readonly string[] | undefined) => {
    if (of && !of.includes(value ?? '')) found.push(`${name} is ${value}, not ${of.join(' or ')}`);
  };
  const none = (name: string, values: readonly string[], of: readonly string[] | undefined) => {
    for (const word of of ?? []) if (values.includes(word)) found.push(`${name} has ${word}`);
  };
  const all = (name: string, values: readonly string[], of: readonly string[] | undefined) => {
    for (const word of of ?? []) if (!values.includes(word)) found.push(`${name} lacks ${word}: ${values.join(', ')}`);
  };
  const options: string[] = a.options.map((option) => option.do);
  const normal = a.normalHere.map(({ sign }) => sign);
  const agents = a.agents.map(({ agent }) => agent);
  const chance = (agent: string) => a.agents.find((known) => known.agent === agent)?.probability ?? 0;
  one('vigour', a.vigour.band, expect.vigour);
  one('soundness', a.soundness.band, expect.soundness);
  one('hidden decay', a.hiddenDecay.band, expect.hiddenDecay);
  one('outlook', a.outlook, expect.outlook);
  one('first option', options[0], expect.first);
  none('first option', options.slice(0, 1), expect.notFirst);
  all('options', options, expect.offers);
  none('options', options, expect.offersNot);
  for (const [option, days] of Object.entries(expect.due ?? {})) {
    const by = a.options.find((offered) => offered.do === option)?.by;
    if (by === undefined) found.push(`options lack ${option}: ${options.join(', ')}`);
    else if (daysBetween(day, by) > days) found.push(`${option} within ${daysBetween(day, by)} days, not ${days}`);
  }
  for (const [sooner, later] of expect.order ?? []) {
    const [i, j] = [options.indexOf(sooner), options.indexOf(later)];
    if (i >= 0 && j >= 0 && i > j) found.push(`${later} stands ahead of ${sooner}: ${options.join(', ')}`);
  }
  one('risk', a.screening?.risk, expect.risk);
  const failures = (a.screening?.targets ?? []).map(({ failure }) => FAILURES.indexOf(failure));
  one('failure', FAILURES[Math.max(...failures)], expect.failure);
  one('consequence', a.screening?.targets[0]?.consequence, expect.consequence);
  const days = daysBetween(day, a.comeBack.by);
  if (expect.within && (days < expect.within[0] || days > expect.within[1])) found.push(`back in ${days} days (${a.comeBack.because})`);
  if (expect.months && !expect.months.includes(Number(a.comeBack.by.slice(5, 7)))) found.push(`back on ${a.comeBack.by}`);
  all('normal', normal, expect.normal);
  none('normal', normal, expect.notNormal);
  const told = a.agents.map((known) => `${known.agent} ${known.probability.toFixed(2)}`).join(', ');
  if (expect.agentFirst && !expect.agentFirst.includes(agents[0] ?? ''))
    found.push(`first cause is not ${expect.agentFirst.join(' or ')}: ${told}`);
  none('first cause', agents.slice(0, 1), expect.agentNotFirst);
  if (expect.agentInThree && !agents.slice(0, 3).includes(expect.agentInThree))
    found.push(`${expect.agentInThree} not among three: ${told}`);
  for (const [agent, p] of Object.entries(expect.likelier ?? {}))
    if (chance(agent) < p) found.push(`${agent} at ${chance(agent).toFixed(2)}: ${told}`);
  for (const [agent, p] of Object.entries(expect.lessLikely ?? {}))
    if (chance(agent) > p) found.push(`${agent} at ${chance(agent).toFixed(2)}`);
  all('unseen', a.lookedAt.unseen, expect.unseen);
  if (expect.cautions && !expect.cautions.test(a.cautions.join('\n'))) found.push(`cautions lack ${expect.cautions}`);
  if (expect.says && !expect.says.test(wordsOf(a))) found.push(`does not say ${expect.says}`);
  const wrong = expect.saysNot?.exec(wordsOf(a));
  if (wrong) found.push(`says "${wrong[0]}"`);
  return found;
}

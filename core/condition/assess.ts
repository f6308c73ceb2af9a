import { genusOf, type District, type Library, type Zone } from '../knowledge';
import { differential, type AgentLikelihood } from './agents';
import { comeBack, type ComeBack } from './come-back';
import { lookedAt } from './looked';
import { setAside } from './normal';
import { options, type Option } from './options';
import { outlook, type Outlook } from './outlook';
import type { AssessInput } from './request';
import { hiddenDecay, soundness, vigour, type Judged } from './scales';

/** The judgement of one look at one tree; the answer of `dendrix assess`. */
export interface Assessment {
  vigour: Judged;
  soundness: Judged;
  hiddenDecay: Judged;
  lookedAt: { percent: number; unseen: Zone[]; cannotSay: string[] };
  /** Signs set aside as normal for this tree, with the reason; they stay in the record. */
  normalHere: { sign: string; zone: Zone; why: string }[];
  agents: AgentLikelihood[];
  outlook: Outlook;
  options: Option[];
  /** The two published matrices of tree risk assessment are not applied yet: what is beneath is not asked. */
  screening: null;
  comeBack: ComeBack;
  cautions: string[];
  /** The judgement as a colleague would write it. */
  note: string;
}

const GENERAL = [
  'Look for traffic and dead wood overhead before stepping in.',
  'Never climb or cut on the strength of this record; felling, pruning and pesticide work follow local code, permit and licensed practice.',
];
const SCREENING = 'A field look from the ground, to be confirmed by a qualified assessor where people or property are beneath.';
/** An agent's cautions are shown once it is at least this likely. */
const CAUTION_FROM = 0.15;

/** Judges one look at one tree. Vigour and soundness are never averaged; a good crown never lowers hidden decay. */
export function assess(library: Library, input: AssessInput, district?: District): Assessment {
  const looked = lookedAt(input);
  const aside = setAside(library, input);
  const asideIndex = new Set(aside.map((a) => a.index));
  const counting = input.signs.filter((_sign, i) => !asideIndex.has(i));
  const judged = {
    vigour: vigour(library, input, counting, looked),
    soundness: soundness(library, input, counting, looked),
    hiddenDecay: hiddenDecay(library, counting, looked),
  };
  const agents = differential(library, input, aside, looked);
  const rare = input.name !== null && (district?.lists.rare.includes(input.name) ?? false);
  const result: Omit<Assessment, 'note'> = {
    ...judged,
    lookedAt: { percent: looked.percent, unseen: looked.unseen, cannotSay: looked.cannotSay },
    normalHere: aside.map(({ sign, why }) => ({ sign: sign.id, zone: sign.zone, why })),
    agents,
    outlook: outlook(library, judged.vigour, judged.soundness, agents),
    options: options({ input, ...judged, looked, agents, rare }),
    screening: null,
    comeBack: comeBack(library, input, judged, agents, looked),
    cautions: cautions(library, input, agents, judged),
  };
  return { ...result, note: note(result, input) };
}

function cautions(library: Library, input: AssessInput, agents: readonly AgentLikelihood[], judged: { soundness: Judged }): string[] {
  const fromSigns = input.signs.flatMap((seen) => library.signs.find((s) => s.id === seen.id)?.cautions ?? []);
  const fromAgents = agents
    .filter((a) => a.probability >= CAUTION_FROM)
    .flatMap((a) => library.agents.find((agent) => agent.id === a.agent)?.cautions ?? []);
  const weak = ['weakness', 'serious weakness', 'act first'].includes(judged.soundness.band);
  return [...new Set([...fromSigns, ...fromAgents, ...(input.taxon?.cautions ?? []), ...(weak ? [SCREENING] : []), ...GENERAL])];
}

/** What is likely behind the signs, in a sentence; "not known" is one of the answers. */
function behind([first]: readonly AgentLikelihood[]): string[] {
  if (!first) return [];
  if (first.agent === 'normal for this tree') return ['What was seen is most likely normal for this tree.'];
  if (first.agent === 'cause unknown') return ['The cause of the signs is not known.'];
  return [`Most likely behind the signs: ${first.name.toLowerCase()} (${Math.round(first.probability * 100)} %).`];
}

/** The judgement in sentences, with what cannot be said. */
function note(a: Omit<Assessment, 'note'>, input: AssessInput): string {
  const name = input.name ? (input.taxon ? input.name : `${genusOf(input.name)} (genus only)`) : 'Unnamed tree';
  const sentences = [
    `${name}: vigour ${a.vigour.band}, soundness: ${a.soundness.band}, hidden decay ${a.hiddenDecay.band}.`,
    a.soundness.reasons[0] ?? '',
    ...(a.normalHere.length > 0 ? [`Normal for this tree and set aside: ${a.normalHere.map((n) => n.why).join(' ')}`] : []),
    ...behind(a.agents),
    `${a.lookedAt.percent} % of the zones were looked at.`,
    ...a.lookedAt.cannotSay.slice(0, 2),
    `Come back by ${a.comeBack.by} (${a.comeBack.season}): ${a.comeBack.because}.`,
  ];
  return sentences.filter((s) => s.length > 0).join(' ');
}

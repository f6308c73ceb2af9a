import type { OptionKind } from '../../knowledge';
import type { Judgement, Option, ScreenedTarget, Statement, WorksAnswer } from '../../record/judgement';
import type { Beneath, Works } from '../../record/look';
import type { Profile } from '../../record/organisation';
import { treeWords, type UnitSystem } from '../../units/lengths';
import { capital, percent } from './grammar';
import { OCCUPANCY_WORDS, PROFILE_WORDS, TARGET_WORDS, WORKS_WORDS } from './labels';
import { SOURCES } from './sources';

const LICENSED = 'licensed people, local code and permit';
const PROTECTED = 'protected-species check';
const PERMIT = 'local code and permit';

/** Conditions that go with an option whatever calls for it. */
const NEEDS: Record<OptionKind, readonly string[]> = {
  keep: [],
  'keep as seed source': [],
  watch: [],
  'free it from competitors': [LICENSED],
  'improve the ground': ['hand or air tools inside the root zone'],
  'prune or reduce': [LICENSED, PROTECTED],
  support: [LICENSED, 'a yearly look at what holds it'],
  'investigate further': ['a qualified assessor; sounding, probe or resistance drill'],
  'exclude target': ['the owner of the ground'],
  'keep as habitat': ['nothing beneath, judged by a qualified person'],
  'bring on a successor': [],
  remove: [LICENSED, PROTECTED],
};

/** Cautions that go with every judgement, and with one that somebody may act on. */
export const cautions = {
  general: [
    'Look for traffic and dead wood overhead before stepping in.',
    'Never climb or cut on the strength of this record; felling, pruning and pesticide work follow local code, permit and licensed practice.',
  ],
  screening: 'A field look from the ground, to be confirmed by a qualified assessor where people or property are beneath.',
  report: (agent: string, duty: string) => `${agent}: ${duty}`,
};

/** What the field screening says. */
export const screening = {
  method:
    'Field screening by the two matrices of ISA Best Management Practices: Tree Risk Assessment; to be confirmed by a qualified assessor.',
  notAllSeen: 'Not all of the parts that bear the tree were looked at, so no failure was called improbable.',
  noPromise: 'It holds until the next look and for usual weather; it is no promise.',
  ofSign: (label: string | undefined, because: string) => `${label}: ${because}`,
  beneath: ({ what, howOften }: Beneath) => `Beneath: ${TARGET_WORDS[what]}, ${OCCUPANCY_WORDS[howOften]}.`,
  failureSet: (why: string) => `Likelihood of failure set by the observer: ${why}`,
};

/** Why an option is offered, and what goes with it. */
export const options = (units: UnitSystem) => ({
  needs: (option: OptionKind): string[] => [...NEEDS[option]],
  soundness: (band: string) => `Soundness: ${band}.`,
  vigour: (band: string) => `Vigour ${band}.`,
  hiddenDecay: (band: string) => `Hidden decay ${band}.`,
  rare: "On the district's list of rare kinds: kept to its last.",
  unseen: (unseen: number, all: number) => `${unseen} of ${all} zones were not looked at.`,
  lessLoad: 'Less load on the weak part.',
  reachUnknown: (band: string) => `Hidden decay ${band}: its reach is not known.`,
  keepOut: (band: string) => `Soundness: ${band}; keep people out from under it.`,
  screened: (risk: string) => `Field screening: ${risk} for what is beneath.`,
  leftStanding: (dying: boolean) => `${dying ? 'A dying' : 'A weak'} tree with nothing beneath it can be left standing.`,
  onceEmpty: 'Only once nothing and nobody is beneath it any more.',
  worksInside: (radius: number) =>
    `Works are planned inside the root zone of ${treeWords(radius, units)}: fence it and mulch it before they begin.`,
  failing: (vigour: string, soundness: string) => `Vigour ${vigour}; soundness: ${soundness}.`,
  likelyCause: (name: string) => `Likely cause: ${name}.`,
  putFirst: (why: string) => `Put first by the observer: ${why}`,
  nothingRuled: 'nothing',
});

/** How long the tree can be expected to do its work, and what holds it there. */
export const outlook = {
  vigour: (band: string) => `vigour ${band}`,
  soundness: (band: string) => `soundness: ${band}`,
  agent: (name: string | undefined) => `the usual course of ${name?.toLowerCase()}`,
  asFarAsSeen: (because: string) => `${because}, as far as it was looked at`,
  nothingJudged: 'nothing was judged',
  set: (why: string) => `set by the observer: ${why}`,
};

/** When to come back, and what asks for it. */
export const comeBack = {
  vigour: (band: string) => `vigour ${band}`,
  soundness: (band: string) => `soundness: ${band}`,
  hiddenDecay: (band: string) => `hidden decay ${band}`,
  lastSeen: (fault: string, on: string) => `${fault}, last looked at on ${on}`,
  risk: (risk: string | null) => `field screening ${risk} for what is beneath`,
  alwaysBeneath: 'somebody or something is nearly always beneath',
  worsens: (label: string | undefined) => `${label?.toLowerCase()} gets worse`,
  unseen: (parts: number) => `${parts === 1 ? 'one part that bears the tree was' : `${parts} parts that bear the tree were`} not looked at`,
  agent: (name: string) => `${name.toLowerCase()} possible`,
  foliage: 'the foliage still has to be seen in leaf',
  structure: 'structure shows best bare',
  reasons: (asks: readonly string[], awaited: string | undefined) => [asks.join(', '), ...(awaited ? [awaited] : [])].join('; '),
  laterSet: (held: string, to: string, why: string) => `${held}; the observer would come by ${to} (${why}), which waits for a second look`,
  set: (why: string) => `set by the observer: ${why}`,
};

/** What works near the tree do to its roots. */
export const works = (units: UnitSystem) => {
  const what = ({ kind, distance }: Works) => capital(`${WORKS_WORDS[kind]} at ${treeWords(distance, units)}`);
  const beyond = (share: number) => `${percent(share)} of the root zone lies beyond it`;
  return {
    atBearingRoots: (one: Works, { structural, radius, share }: { structural: number; radius: number; share: number }) =>
      `${what(one)} would cut the roots that hold the tree (within ${treeWords(structural, units)})${one.distance < radius ? `; ${beyond(share)}` : ''}. Move it, or the tree's stand is in question.`,
    outside: (one: Works, radius: number) => `${what(one)} stays outside the root zone of ${treeWords(radius, units)}.`,
    inside: (one: Works, { radius, share, minor }: { radius: number; share: number; minor: boolean }) =>
      `${what(one)} lies inside the root zone of ${treeWords(radius, units)}; ${beyond(share)}${minor ? ', a minor encroachment by AS 4970' : ', more than the tenth AS 4970 calls minor'}.`,
    needs: (where: WorksAnswer['where'], minor: boolean): string[] =>
      ({
        'at the roots that hold the tree': ['a qualified assessor before anything is dug', PERMIT],
        'inside the root zone': [
          minor ? 'hand or air digging, roots kept' : 'a method worked out with an arborist: bridge, bore beneath, or move it',
          'a fence round the rest',
          PERMIT,
        ],
        'outside the root zone': [],
      })[where],
  };
};

/** The statements of a judgement beside its scales, each with the rule that made it. */
export const explain = {
  outlook: (a: Pick<Judgement, 'outlook' | 'outlookBecause'>): Statement => ({
    says: `Outlook ${a.outlook}: ${a.outlookBecause}.`,
    rule: 'The shortest that vigour, soundness or an agent likelier than not allows; the person can set another.',
    evidence: `${a.outlookBecause}.`,
    source: SOURCES.practice,
  }),
  comeBack: ({ by, season, because }: Judgement['comeBack']): Statement => ({
    says: `By ${by}${season ? `, in ${season}` : ''}: ${because}.`,
    rule: 'The shortest interval any reading asks for (vigour, soundness, decay, what is beneath, a worsening, sides unseen, the agent’s course), moved earlier into a season that settles what is open.',
    evidence: `${because}.`,
    source: SOURCES.practice,
  }),
  option: (option: Option, nth: number, profile: Profile): Statement => ({
    says: option.because.join(' '),
    rule: `Offered because of what is said here; ${nth === 1 ? 'first' : `number ${nth}`} as ${PROFILE_WORDS[profile].toLowerCase()} ranks it.${option.needs.length > 0 ? ` Needs ${option.needs.join('; ')}.` : ''}`,
    evidence: option.because.join(' '),
    source: SOURCES.practice,
  }),
  target: (target: ScreenedTarget): Statement => ({
    says: capital(
      `${target.part}: failure ${target.failure}, impact ${target.impact}, so ${target.likelihood}; consequence ${target.consequence}: ${target.risk}.`,
    ),
    rule: `Failure ${target.failure} by impact ${target.impact} is ${target.likelihood}; ${target.likelihood} by consequence ${target.consequence} is ${target.risk}. Impact follows how often something is beneath, failure the worst soundness rule on the part.`,
    evidence: `${target.because.join(' ')} (${TARGET_WORDS[target.what]}, ${OCCUPANCY_WORDS[target.howOften]})`,
    source: SOURCES.screening,
  }),
};

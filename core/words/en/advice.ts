import { genusOf, type Agent, type FailsBy, type OptionKind, type Stage } from '../../knowledge';
import type { Judged, Judgement, Option, ScreenedTarget, Statement, WorksAnswer } from '../../record/judgement';
import { occupancyOf, type Beneath, type Works } from '../../record/look';
import type { Profile } from '../../record/organisation';
import { treeWords, type UnitSystem } from '../../units/lengths';
import { capital, listed, open, percent, small } from './grammar';
import { OCCUPANCY_WORDS, PROFILE_WORDS, TARGET_WORDS, WORKS_WORDS } from './labels';
import { SOURCES } from './sources';
import { ratingWords } from './stored';
import { dayWords } from './months';

const LICENSED = 'licensed tree workers; local rules and permit';
const PROTECTED = 'protected-species check';
const PERMIT = 'local code and permit';
const NOTHING_BENEATH = 'no target below, confirmed by a qualified person';

const LEAVE = {
  protected: 'permit first: this species is protected here',
  'cannot be told': 'identify it first: some species are protected here',
} as const;

/** What a scale rests on, as a clause; its band where nothing is written. */
const restsOn = ({ band, statements: [first] }: Judged): string => small(open(first?.clause ?? first?.says ?? band));

/** Conditions that go with an option whatever calls for it. */
const NEEDS: Record<OptionKind, readonly string[]> = {
  'close off now': ['landowner told at once', 'licensed tree workers called'],
  'exclude target': ['landowner told'],
  'sample and report': ['clean tools; samples sealed and labelled', 'reported where the law requires it'],
  'undo tie or stake': ['no tearing of the bark'],
  'take out dead wood': [LICENSED, PROTECTED],
  'formative prune': ['hand tools from the ground, clean cuts, no more than a quarter of the crown in a year'],
  'protect from mower and car': ['a mulch ring free of the stem, or a guard'],
  'stop the works': ['the owner and the site manager, told in writing', 'a method worked out with an arborist before anything is dug'],
  'improve the ground': ['hand or air tools inside the root zone'],
  treat: ['a diagnosis first', 'licensed applicator; product label and local pesticide law'],
  support: [LICENSED, 'yearly check of the cable, brace or prop'],
  'prune or reduce': [LICENSED, PROTECTED],
  'investigate further': ['a qualified assessor; sounding, probe or resistance drill'],
  'free it from competitors': [LICENSED],
  keep: [],
  watch: [],
  'keep as seed source': [],
  'bring on a successor': [],
  'keep as habitat': [NOTHING_BENEATH],
  remove: [LICENSED, PROTECTED],
};

/** Who may do it. */
const WHO: Record<OptionKind, string> = {
  'close off now': 'the person on site',
  'exclude target': 'the crew, with the landowner',
  'sample and report': 'the crew, and a laboratory',
  'undo tie or stake': 'the crew',
  'take out dead wood': 'licensed people',
  'formative prune': 'a trained crew',
  'protect from mower and car': 'the crew',
  'stop the works': 'the tree officer, with the site manager',
  'improve the ground': 'the crew',
  treat: 'licensed people',
  support: 'licensed people',
  'prune or reduce': 'licensed people',
  'investigate further': 'a qualified assessor',
  'free it from competitors': 'licensed people',
  keep: 'the crew',
  watch: 'the crew',
  'keep as seed source': 'the crew',
  'bring on a successor': 'the crew',
  'keep as habitat': 'a qualified person decides',
  remove: 'licensed people',
};

/** When wounds of a genus are made, where that matters. Common practice, no source. */
const WOUNDED_WHEN: Readonly<Record<string, string>> = {
  Quercus: 'where oak wilt occurs, make no wounds in the warm months; paint any wound at once',
  Ulmus: 'where Dutch elm disease occurs, make no wounds while bark beetles fly',
  Platanus: 'where canker stain occurs, disinfect tools',
  Prunus: 'cut in dry summer weather to avoid silver leaf and canker',
  Acer: 'do not cut in late winter while sap is rising',
  Betula: 'do not cut in late winter while sap is rising',
  Juglans: 'do not cut in late winter while sap is rising',
};
const WOUNDING: readonly OptionKind[] = ['prune or reduce', 'formative prune', 'take out dead wood'];

/** Cautions that go with every judgement, and with one that somebody may act on. */
export const cautions = {
  general: [
    'Before you go in, check for traffic. Look up for deadwood.',
    'Never climb or cut because of this record. Felling, pruning and pesticide work must follow local rules, permits and licensing.',
  ],
  screening: 'This is a visual assessment from the ground. If people or property are below, a qualified assessor must confirm it.',
  wires: 'Wires below. Touch nothing, stay two tree lengths away and call the network operator.',
  report: (agent: string, duty: string) => `${agent}: ${duty}`,
  protection: {
    protected:
      'This species is protected here. Do not cut, dig or fell without a permit from the authority. If there is danger, close off the area at once. Do not wait for the permit.',
    'cannot be told':
      'Some species are protected here. This tree is not identified well enough to know if it is one. Identify it before any cutting, digging or felling. If there is danger, close off the area at once. Do not wait for the name.',
  },
};

/** What the field screening says. */
export const screening = (units: UnitSystem) => ({
  method:
    'Field risk screening. It uses the two matrices of ISA Best Management Practices: Tree Risk Assessment. Failure, impact and consequence come from short tables in this app. They cover the period until the next visit. A qualified assessor must confirm the result.',
  notAllSeen: 'Some structural parts were not inspected. So stem failure was not rated improbable.',
  noPromise: 'This rating covers normal weather until the next visit. It is not a guarantee.',
  ofSign: (label: string | undefined, because: string) => `${label}: ${because}`,
  ofVigour: (band: string) => `Vigour ${ratingWords(band)}: its limbs come down.`,
  brittle: 'This species turns brittle as it dies. It can snap without warning.',
  failsBy: {
    'brittle-when-dead': 'This species turns brittle as it dies. It can snap without warning.',
    'brittle-limbs': 'Limbs of this species break more easily than most in wind, ice or snow.',
    'summer-limb-drop': 'This species can drop sound limbs in still summer heat, without warning.',
    'weak-forks': 'Unions of this species are tight and split more often than most.',
    'shallow-roots': 'This species has shallow roots. It falls in wet, windy weather sooner than most.',
  } satisfies Record<FailsBy, string>,
  /** What is beneath, and what speaks for a lower likelihood of impact. */
  reached: ({ what, howOften, distance }: Beneath, by: { outOfReach: boolean; sheltered: boolean; leansAway: boolean }): string[] => [
    `Target below: ${TARGET_WORDS[what]}, ${OCCUPANCY_WORDS[occupancyOf({ what, howOften })]}${distance === undefined ? '' : `, ${treeWords(distance, units)} from the stem`}.`,
    ...(by.outOfReach ? ['Out of reach: further from the stem than it would fall.'] : []),
    ...(by.sheltered ? ['A roof or lower crown would catch it.'] : []),
    ...(by.leansAway ? ['The tree leans the other way.'] : []),
  ],
  failureSet: (why: string) => `Likelihood of failure set by the inspector: ${why}`,
});

/** Why an option is offered, and what goes with it. */
export const options = (units: UnitSystem) => ({
  /** @param name accepted name or genus, as far as it is known */
  needs: (option: OptionKind, name: string | null, leave: 'protected' | 'cannot be told' | null, stage?: Stage): string[] => {
    const season = name === null ? undefined : WOUNDED_WHEN[genusOf(name)];
    return [
      ...(leave === null ? [] : [LEAVE[leave]]),
      ...NEEDS[option],
      ...(season !== undefined && WOUNDING.includes(option) ? [season] : []),
      // An old tree has little to answer with.
      ...(stage === 'old' && WOUNDING.includes(option)
        ? ['small cuts, in stages over years; sound deadwood kept where it is no risk to people']
        : []),
    ];
  },
  who: (option: OptionKind): string => WHO[option],
  /** What a scale rests on; its band where nothing is written. */
  found: (judged: Judged): string => `${capital(restsOn(judged))}.`,
  rare: 'On the district’s list of rare species: retain as long as possible.',
  unseen: (unseen: number, all: number) => `${unseen} of ${all} zones not inspected.`,
  lessLoad: (faults: readonly string[]) =>
    `Less load on what is weak: ${listed([...new Set(faults.map((label) => label.toLowerCase()))])}.`,
  /** @param faults what is to be looked into; @param decay how sure hidden decay is */
  investigate: (faults: readonly string[], decay: string) => {
    const named = listed([...new Set(faults.map((label) => label.toLowerCase()))]);
    const inside = decay === 'likely' || decay === 'possible' ? ` Hidden decay ${decay}: its reach is not known.` : '';
    return named === '' ? (inside === '' ? 'Find the cause of the weakness.' : inside.trim()) : `To be settled: ${named}.${inside}`;
  },
  findTheCause:
    'The cause of decline is not known. Check water, soil and roots, and get a laboratory test. Inspect again in full leaf before any felling.',
  fronds: 'Dead fronds fall. A whole skirt can come down at once.',
  left: (risk: string) => `Once it is out the field screening is ${risk}.`,
  suspect: ({ name, laboratory, reportable }: Agent) =>
    `${name} possible${laboratory === undefined ? '' : `: ${small(open(laboratory))}`}.${reportable === undefined ? '' : ` ${reportable}`}`,
  /** @param fault the worst fault, by its label */
  keepOut: (band: string, fault: string | undefined) =>
    fault !== undefined
      ? `${fault}. Keep people out of the area below.`
      : band.startsWith('no weakness') || band === 'not judged'
        ? 'Keep people out of the area below.'
        : `Structure: ${ratingWords(band)}. Keep people out of the area below.`,
  moveFromUnder: (label: string) => `${label}: move what people sit or play on from under it.`,
  today: 'Do this today, before anything else. The next visit checks that it was done.',
  screened: (risk: string) => `Field screening: ${risk} risk for targets below.`,
  /** @param weak place on the vigour scale: 3 failing, 4 dead */
  leftStanding: (weak: number) =>
    `${weak >= 4 ? 'A dead' : weak === 3 ? 'A dying' : 'A weak'} tree with nothing below can stay as habitat. If something could reach a path, take the crown off and keep the stem.`,
  settled: 'The known defects have not changed and nothing is at risk.',
  takeLimb: (faults: readonly string[]) =>
    `A limb is at fault (${listed([...new Set(faults.map((label) => label.toLowerCase()))])}). Remove or shorten it.`,
  findThePalmsCause: 'Why it fails is not settled. Check bud, spear and roots, and get a laboratory test.',
  confirmDead: 'confirm that it is dead: buds, green bark by a scratch test on several limbs, or a visit in full leaf',
  wires: 'Touch nothing. Stay two tree lengths away. Call the network operator: only its people or line-clearance arborists work here',
  road: 'road closed by the police or the road authority. Never step into traffic with tape',
  onceEmpty: 'Only if there is no target below. No target has been recorded yet.',
  worksInside: (radius: number, done: boolean) =>
    done
      ? `Works were done inside the root zone of ${treeWords(radius, units)}: loosen the soil, mulch, water in dry spells.`
      : `Works are planned inside the root zone of ${treeWords(radius, units)}: fence it and mulch it before they begin.`,
  worksAtRoots: (radius: number) =>
    `Works are planned at the structural roots (within ${treeWords(radius, units)}): move or redesign them.`,
  worksWereAtRoots: (radius: number) =>
    `Work was done at the structural roots (within ${treeWords(radius, units)}): have the roots exposed and assessed.`,
  cannotWait: 'The main structure is failing.',
  secondLook: 'a second assessment by a qualified assessor, because only one defect supports removal',
  /** A serious defect, by its label. */
  ground: (label: string) => `${label}: a serious defect.`,
  decayed: 'Decay is likely in the main structure.',
  killer: (name: string) => `${name}: trees with it rarely survive.`,
  likelyCause: (name: string) => `Likely cause: ${name}.`,
  putFirst: (why: string) => `Moved to first by the inspector: ${why}`,
  nothingRuled: 'nothing',
});

/** How long the tree can be expected to do its work, and what holds it there. */
export const outlook = {
  vigour: (band: string) => `vigour ${ratingWords(band)}`,
  /** What a scale rests on. */
  found: restsOn,
  mild: (band: string, name: string | undefined) =>
    `vigour ${ratingWords(band)}; ${name?.toLowerCase()} explains it and rarely kills a tree`,
  fault: (label: string) => small(label),
  settled: (fault: string) => `${small(fault)}, unchanged`,
  limbs: 'only limbs are defective; they can be removed',
  old: 'the tree is already old',
  agent: (name: string | undefined) => `the usual course of ${name?.toLowerCase()}`,
  asFarAsSeen: (because: string) => `${because}, on the parts inspected`,
  nothingJudged: 'nothing was assessed',
  set: (why: string) => `set by the inspector: ${why}`,
};

/** When to come back, and what asks for it. */
export const comeBack = {
  /** What a scale rests on. */
  found: restsOn,
  settled: (reason: string) => `${reason}, unchanged`,
  sign: (label: string) => `${label.toLowerCase()} may have changed`,
  lastSeen: (reason: string, on: string) => (reason.includes(dayWords(on)) ? reason : `${reason}, last seen on ${dayWords(on)}`),
  risk: (risk: string | null) => `field screening: ${risk} risk for targets below`,
  crownUnseen: 'the crown was neither inspected nor measured',
  alwaysBeneath: 'a target is below nearly all the time',
  works: {
    ahead: 'works in the root zone start soon: inspect before that',
    'not dated': 'works are planned in the root zone, no date recorded',
    'under way': 'works are under way in the root zone',
    done: 'works were done in the root zone: inspect three months after, then every year',
  },
  readAgain: (label: string) => `${label.toLowerCase()} read steeper than before: measure it again the same way`,
  worsens: (label: string | undefined) => `${label?.toLowerCase()}: worse than before`,
  unseen: (parts: number) => `${parts === 1 ? 'one structural part was' : `${parts} structural parts were`} not inspected`,
  agent: (name: string) => `${name.toLowerCase()} possible`,
  foliage: 'foliage to be checked in leaf',
  structure: 'structure is easiest to see out of leaf',
  fruitBodies: 'annual fruiting bodies appear in autumn',
  reasons: (asks: readonly string[], awaited: string | undefined) => [...asks, ...(awaited ? [awaited] : [])].join('; '),
  laterSet: (held: string, to: string, why: string) => `${held}; the inspector would come by ${to} (${why}), which waiting for review`,
  set: (why: string) => `set by the inspector: ${why}`,
};

/** Works as they are told: what, how near, when. */
type WorksTold = Works & { moment: NonNullable<WorksAnswer['moment']> };
type Does = 'cuts' | 'smothers' | 'packs';

/** What works near the tree do to its roots. */
export const works = (units: UnitSystem) => {
  const when = ({ moment, begins, ends }: WorksTold) =>
    ({
      ahead: `, planned from ${begins}`,
      'not dated': ', date not known',
      'under way': `, under way since ${begins}`,
      done: `, done by ${ends}`,
    })[moment];
  const what = (one: WorksTold) => capital(`${WORKS_WORDS[one.kind]} at ${treeWords(one.distance, units)}${when(one)}:`);
  const beyond = (share: number) => `${percent(share)} of the root zone lies beyond it`;
  const DOES: Record<Does, [ahead: string, done: string]> = {
    cuts: ['would cut', 'may have cut'],
    smothers: ['would smother', 'may smother'],
    packs: ['would pack the soil over', 'may have packed the soil over'],
  };
  const keepOff = (does: Does) =>
    does === 'cuts' ? 'Move it: once they are cut the tree may fall.' : 'Keep it off, or lay ground protection that spreads the load.';
  const lookAfter = (does: Does) =>
    does === 'cuts' ? 'Find out which roots were cut, how thick and on which sides.' : 'Check how the soil and the crown took it.';
  return {
    atBearingRoots: (one: WorksTold, does: Does, { structural, radius, share }: { structural: number; radius: number; share: number }) => {
      const done = one.moment === 'done';
      const zone = one.distance < radius ? `; ${beyond(share)}` : '';
      return `${what(one)} it ${DOES[does][done ? 1 : 0]} the structural roots (within ${treeWords(structural, units)})${zone}. ${done ? lookAfter(does) : keepOff(does)}`;
    },
    outside: (one: WorksTold, radius: number) => `${what(one)} outside the root zone of ${treeWords(radius, units)}.`,
    inside: (
      one: WorksTold,
      does: Does,
      { radius, share, minor, several }: { radius: number; share: number; minor: boolean; several: boolean },
    ) =>
      `${what(one)} inside the root zone of ${treeWords(radius, units)}; ${beyond(share)}${several ? '' : minor ? ', a minor encroachment by AS 4970' : ', more than the tenth AS 4970 calls minor'}.${does === 'packs' ? ' It packs the soil; it cuts no root.' : does === 'smothers' ? ' It smothers roots over years.' : ''}`,
    /** What several works take together, share of the root zone. */
    together: (lost: number, minor: boolean) =>
      `Together the works take ${percent(lost)} of it, ${minor ? 'which AS 4970 calls minor if as much is made good beside it' : 'more than the tenth AS 4970 calls minor'}.`,
    basis: (on: 'the standard' | 'a veteran' | 'a palm' | 'a palm nobody measured', radius: number): string[] =>
      ({
        'the standard': [],
        'a veteran': [`For an old tree the zone is fifteen diameters, ${treeWords(radius, units)}, without a cap.`],
        'a palm': [`A palm's zone goes by its crown and a metre more: ${treeWords(radius, units)}.`],
        'a palm nobody measured': [`A palm's zone goes by its crown, which nobody measured: taken as ${treeWords(radius, units)}.`],
      })[on],
    needs: (where: WorksAnswer['where'], does: Does, minor: boolean, done: boolean): string[] => {
      if (where === 'outside the root zone') return [];
      if (done) return where === 'at the roots that hold the tree' ? ['a qualified assessor: roots laid bare by hand or air'] : [];
      if (does === 'packs')
        return ['load-spreading ground protection, laid before any vehicle or storage', 'protective fencing around the rest'];
      if (where === 'at the roots that hold the tree') return ['a qualified assessor before any digging', PERMIT];
      return [
        does === 'smothers'
          ? 'a surface that lets air and water through, laid on the ground without digging'
          : minor
            ? 'hand or air-spade digging; roots kept; roots thicker than a thumb only with an arborist'
            : 'a method agreed with an arborist: bridge over, bore under, or move it',
        'protective fencing around the rest',
        PERMIT,
      ];
    },
  };
};

/** The statements of a judgement beside its scales, each with the rule that made it. */
export const explain = {
  outlook: (a: Pick<Judgement, 'outlook' | 'outlookSpan' | 'outlookBecause'>): Statement => ({
    says: `Outlook ${a.outlook}${a.outlookSpan === null || a.outlookSpan === 'dead' ? '' : ` (${a.outlookSpan})`}: ${a.outlookBecause}.`,
    rule: 'The shortest that vigour, what bears the tree or an agent likelier than not allows; a limb at fault ends no tree, and a settled fault takes a step less. The person can set another.',
    evidence: `${a.outlookBecause}.`,
    source: SOURCES.practice,
  }),
  comeBack: ({ by, season, because }: Judgement['comeBack']): Statement => ({
    says: `By ${dayWords(by)}${season ? `, in ${season}` : ''}: ${because}.`,
    rule: 'The shortest interval any reading asks for (vigour, soundness, decay, what is beneath, a worsening, sides unseen, the agent’s course), moved earlier into a season that settles what is open.',
    evidence: `${because}.`,
    source: SOURCES.practice,
  }),
  option: (option: Option, nth: number, profile: Profile): Statement => ({
    says: option.because.join(' '),
    rule: `Offered because of what is said here; ${nth === 1 ? 'first' : `number ${nth}`} as ${PROFILE_WORDS[profile].toLowerCase()} ranks it.${option.by === undefined ? '' : ` By ${option.by}.`}${option.who === undefined ? '' : ` ${capital(option.who)}.`}${option.needs.length > 0 ? ` Conditions: ${option.needs.join('; ')}.` : ''}`,
    evidence: option.because.join(' '),
    source: SOURCES.practice,
  }),
  target: (target: ScreenedTarget): Statement => ({
    says: capital(
      `${target.part}: failure ${target.failure}, impact ${target.impact}, so ${target.likelihood}; consequence ${target.consequence}: ${target.risk}.`,
    ),
    rule: `Failure ${target.failure} by impact ${target.impact} is ${target.likelihood}; ${target.likelihood} by consequence ${target.consequence} is ${target.risk}. Failure follows the worst soundness rule on the part, impact how often something is beneath and whether it is in reach, consequence the size of the part and its fall.`,
    evidence: `${target.because.join(' ')} (${TARGET_WORDS[target.what]}, ${OCCUPANCY_WORDS[target.howOften]})`,
    source: SOURCES.screening,
  }),
};

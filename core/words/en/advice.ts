import { genusOf, type Agent, type FailsBy, type OptionKind, type Stage } from '../../knowledge';
import type { Judged, Judgement, Option, ScreenedTarget, Statement, WorksAnswer } from '../../record/judgement';
import { occupancyOf, type Beneath, type Works } from '../../record/look';
import type { Profile } from '../../record/organisation';
import { treeWords, type UnitSystem } from '../../units/lengths';
import { capital, listed, open, percent, small } from './grammar';
import { OCCUPANCY_WORDS, PROFILE_WORDS, TARGET_WORDS, WORKS_WORDS } from './labels';
import { SOURCES } from './sources';

const LICENSED = 'licensed people, local code and permit';
const PROTECTED = 'protected-species check';
const PERMIT = 'local code and permit';
const NOTHING_BENEATH = 'nothing beneath, judged by a qualified person';

const LEAVE = {
  protected: 'leave first: its kind is protected here',
  'cannot be told': 'its name first: some kinds are protected here',
} as const;

/** What a scale rests on, as a clause; its band where nothing is written. */
const restsOn = ({ band, statements: [first] }: Judged): string => small(open(first?.clause ?? first?.says ?? band));

/** Conditions that go with an option whatever calls for it. */
const NEEDS: Record<OptionKind, readonly string[]> = {
  'close off now': ['the owner of the ground, told at once', 'licensed people called'],
  'exclude target': ['the owner of the ground'],
  'sample and report': ['clean tools, samples closed in and labelled', 'the duty to report where the law asks for it'],
  'undo tie or stake': ['care not to tear the bark'],
  'take out dead wood': [LICENSED, PROTECTED],
  'formative prune': ['hand tools from the ground, clean cuts, no more than a quarter of the crown in a year'],
  'protect from mower and car': ['a mulch ring free of the stem, or a guard'],
  'stop the works': ['the owner and the site manager, told in writing', 'a method worked out with an arborist before anything is dug'],
  'improve the ground': ['hand or air tools inside the root zone'],
  treat: ['a diagnosis first', 'licensed people; the label and local law on plant protection'],
  support: [LICENSED, 'a yearly look at what holds it'],
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
  'close off now': 'whoever stands there',
  'exclude target': 'the crew, with the owner of the ground',
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
  Quercus: 'no fresh wounds in the warm months where oak wilt is about; paint at once what was made',
  Ulmus: 'no fresh wounds while bark beetles fly where Dutch elm disease is about',
  Platanus: 'disinfected tools where canker stain is about',
  Prunus: 'cut in dry summer weather, against silver leaf and canker',
  Acer: 'not while the sap rises late in winter',
  Betula: 'not while the sap rises late in winter',
  Juglans: 'not while the sap rises late in winter',
};
const WOUNDING: readonly OptionKind[] = ['prune or reduce', 'formative prune', 'take out dead wood'];

/** Cautions that go with every judgement, and with one that somebody may act on. */
export const cautions = {
  general: [
    'Look for traffic and dead wood overhead before stepping in.',
    'Never climb or cut on the strength of this record; felling, pruning and pesticide work follow local code, permit and licensed practice.',
  ],
  screening: 'A field look from the ground, to be confirmed by a qualified assessor where people or property are beneath.',
  wires: 'Wires below. Touch nothing, stay two tree lengths away and call the network operator.',
  report: (agent: string, duty: string) => `${agent}: ${duty}`,
  protection: {
    protected:
      'Its kind is protected here: no cutting, digging or felling without leave from whoever grants it. Danger is closed off at once all the same.',
    'cannot be told':
      'Kinds are protected here, and this tree is not named well enough to tell whether it is one: name it before any cutting, digging or felling. Danger is closed off at once all the same.',
  },
};

/** What the field screening says. */
export const screening = (units: UnitSystem) => ({
  method:
    'Field screening: the two matrices are those of ISA Best Management Practices: Tree Risk Assessment; failure, impact and consequence are read off short tables of this program, for the time until the next look. To be confirmed by a qualified assessor.',
  notAllSeen: 'Not all of the parts that bear the tree were looked at, so no failure of the stem was called improbable.',
  noPromise: 'It holds until the next look and for usual weather; it is no promise.',
  ofSign: (label: string | undefined, because: string) => `${label}: ${because}`,
  ofVigour: (band: string) => `Vigour ${band}: its limbs come down.`,
  brittle: 'This kind turns brittle as it dies and snaps without warning.',
  failsBy: {
    'brittle-when-dead': 'This kind turns brittle as it dies and snaps without warning.',
    'brittle-limbs': 'Limbs of this kind break more easily than most in wind, ice or snow.',
    'summer-limb-drop': 'This kind is known to drop sound limbs in still summer heat, and nothing announces it.',
    'weak-forks': 'Forks of this kind are tight and split more often than most.',
    'shallow-roots': 'This kind roots flat and goes over in wet, windy weather sooner than most.',
  } satisfies Record<FailsBy, string>,
  /** What is beneath, and what speaks for a lower likelihood of impact. */
  reached: ({ what, howOften, distance }: Beneath, by: { outOfReach: boolean; sheltered: boolean; leansAway: boolean }): string[] => [
    `Beneath: ${TARGET_WORDS[what]}, ${OCCUPANCY_WORDS[occupancyOf({ what, howOften })]}${distance === undefined ? '' : `, ${treeWords(distance, units)} from the stem`}.`,
    ...(by.outOfReach ? ['Out of reach: further from the stem than it would fall.'] : []),
    ...(by.sheltered ? ['Something catches what falls.'] : []),
    ...(by.leansAway ? ['The tree leans the other way.'] : []),
  ],
  failureSet: (why: string) => `Likelihood of failure set by the observer: ${why}`,
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
        ? ['small cuts in steps over years; sound dead wood that threatens nobody stays']
        : []),
    ];
  },
  who: (option: OptionKind): string => WHO[option],
  /** What a scale rests on; its band where nothing is written. */
  found: (judged: Judged): string => `${capital(restsOn(judged))}.`,
  rare: "On the district's list of rare kinds: kept to its last.",
  unseen: (unseen: number, all: number) => `${unseen} of ${all} zones were not looked at.`,
  lessLoad: (faults: readonly string[]) =>
    `Less load on what is weak: ${listed([...new Set(faults.map((label) => label.toLowerCase()))])}.`,
  /** @param faults what is to be looked into; @param decay how sure hidden decay is */
  investigate: (faults: readonly string[], decay: string) => {
    const named = listed([...new Set(faults.map((label) => label.toLowerCase()))]);
    const inside = decay === 'likely' || decay === 'possible' ? ` Hidden decay ${decay}: its reach is not known.` : '';
    return named === '' ? (inside === '' ? 'What weakens it has to be settled.' : inside.trim()) : `To be settled: ${named}.${inside}`;
  },
  findTheCause:
    'Why it fails is not settled: water, soil, roots and a laboratory first, and another look in full leaf before anything is felled.',
  fronds: 'Dead fronds fall, and a skirt of them comes down at once.',
  left: (risk: string) => `Once it is out the field screening is ${risk}.`,
  suspect: ({ name, laboratory, reportable }: Agent) =>
    `${name} possible${laboratory === undefined ? '' : `: ${small(open(laboratory))}`}.${reportable === undefined ? '' : ` ${reportable}`}`,
  /** @param fault the worst fault, by its label */
  keepOut: (band: string, fault: string | undefined) =>
    fault !== undefined
      ? `${fault}. Keep people out of the area below.`
      : band.startsWith('no weakness') || band === 'not judged'
        ? 'Keep people out of the area below.'
        : `Soundness: ${band}. Keep people out of the area below.`,
  moveFromUnder: (label: string) => `${label}: move what people sit or play on from under it.`,
  today: 'Today, before anything else; the date to come back is for checking that it was done.',
  screened: (risk: string) => `Field screening: ${risk} for what is beneath.`,
  /** @param weak place on the vigour scale: 3 failing, 4 dead */
  leftStanding: (weak: number) =>
    `${weak >= 4 ? 'A dead' : weak === 3 ? 'A dying' : 'A weak'} tree with nothing below can stay as habitat. If something could reach a path, take the crown off and keep the stem.`,
  settled: 'The known defects have not changed and nothing is at risk.',
  takeLimb: (faults: readonly string[]) =>
    `A limb is at fault (${listed([...new Set(faults.map((label) => label.toLowerCase()))])}). Remove or shorten it.`,
  findThePalmsCause: 'Why it fails is not settled. Check bud, spear and roots, and get a laboratory test.',
  confirmDead: 'confirm that it is dead: buds, green bark by a scratch test on several limbs, or a visit in full leaf',
  wires: 'Touch nothing. Stay two tree lengths away. Call the network operator: only its people or line-clearance arborists work here',
  road: 'police or the road authority close the road. Never step into traffic with tape',
  onceEmpty: 'Only where nothing and nobody is beneath it; nobody wrote down what is.',
  worksInside: (radius: number, done: boolean) =>
    done
      ? `Works were done inside the root zone of ${treeWords(radius, units)}: loosen the soil, mulch, water in dry spells.`
      : `Works are planned inside the root zone of ${treeWords(radius, units)}: fence it and mulch it before they begin.`,
  worksAtRoots: (radius: number) =>
    `Works are planned at the structural roots (within ${treeWords(radius, units)}): move or redesign them.`,
  worksWereAtRoots: (radius: number) =>
    `Work was done at the structural roots (within ${treeWords(radius, units)}): have the roots exposed and assessed.`,
  cannotWait: 'What bears the tree is giving way.',
  secondLook: 'a second look by a qualified assessor, since one fault alone speaks for it',
  /** A serious defect, by its label. */
  ground: (label: string) => `${label}: a serious defect.`,
  decayed: 'Decay is likely in what bears the tree.',
  killer: (name: string) => `${name}, which seldom lets a tree live.`,
  likelyCause: (name: string) => `Likely cause: ${name}.`,
  putFirst: (why: string) => `Put first by the observer: ${why}`,
  nothingRuled: 'nothing',
});

/** How long the tree can be expected to do its work, and what holds it there. */
export const outlook = {
  vigour: (band: string) => `vigour ${band}`,
  /** What a scale rests on. */
  found: restsOn,
  mild: (band: string, name: string | undefined) => `vigour ${band}, which ${name?.toLowerCase()} explains and seldom ends a tree`,
  fault: (label: string) => small(label),
  settled: (fault: string) => `${small(fault)}, unchanged`,
  limbs: 'what is at fault are limbs, which can be taken off',
  old: 'it is old already',
  agent: (name: string | undefined) => `the usual course of ${name?.toLowerCase()}`,
  asFarAsSeen: (because: string) => `${because}, as far as it was looked at`,
  nothingJudged: 'nothing was judged',
  set: (why: string) => `set by the observer: ${why}`,
};

/** When to come back, and what asks for it. */
export const comeBack = {
  /** What a scale rests on. */
  found: restsOn,
  settled: (reason: string) => `${reason}, unchanged`,
  sign: (label: string) => `${label.toLowerCase()} may have gone on`,
  lastSeen: (reason: string, on: string) => (reason.includes(on) ? reason : `${reason}, last seen on ${on}`),
  risk: (risk: string | null) => `field screening ${risk} for what is beneath`,
  crownUnseen: 'the crown was neither inspected nor measured',
  alwaysBeneath: 'somebody or something is nearly always beneath',
  works: {
    ahead: 'works in the root zone start soon: inspect before that',
    'not dated': 'works are planned in the root zone, no date recorded',
    'under way': 'works are under way in the root zone',
    done: 'works were done in the root zone: inspect three months after, then every year',
  },
  readAgain: (label: string) => `${label.toLowerCase()} read steeper than before: measure it again the same way`,
  worsens: (label: string | undefined) => `${label?.toLowerCase()} gets worse`,
  unseen: (parts: number) => `${parts === 1 ? 'one part that bears the tree was' : `${parts} parts that bear the tree were`} not looked at`,
  agent: (name: string) => `${name.toLowerCase()} possible`,
  foliage: 'the foliage still has to be seen in leaf',
  structure: 'structure shows best bare',
  fruitBodies: 'annual fruit bodies show in autumn',
  reasons: (asks: readonly string[], awaited: string | undefined) => [...asks, ...(awaited ? [awaited] : [])].join('; '),
  laterSet: (held: string, to: string, why: string) => `${held}; the observer would come by ${to} (${why}), which waits for a second look`,
  set: (why: string) => `set by the observer: ${why}`,
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
    does === 'cuts' ? 'Move it: once they are cut the tree may fall.' : 'Keep it off, or spread the load on a cover made for it.';
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
        return ['ground protection that spreads the load, laid before anything drives or is stored there', 'a fence round the rest'];
      if (where === 'at the roots that hold the tree') return ['a qualified assessor before anything is dug', PERMIT];
      return [
        does === 'smothers'
          ? 'a surface that lets air and water through, laid on the ground without digging'
          : minor
            ? 'hand or air digging, roots kept; roots thicker than a thumb only with an arborist'
            : 'a method worked out with an arborist: bridge, bore beneath, or move it',
        'a fence round the rest',
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
    says: `By ${by}${season ? `, in ${season}` : ''}: ${because}.`,
    rule: 'The shortest interval any reading asks for (vigour, soundness, decay, what is beneath, a worsening, sides unseen, the agent’s course), moved earlier into a season that settles what is open.',
    evidence: `${because}.`,
    source: SOURCES.practice,
  }),
  option: (option: Option, nth: number, profile: Profile): Statement => ({
    says: option.because.join(' '),
    rule: `Offered because of what is said here; ${nth === 1 ? 'first' : `number ${nth}`} as ${PROFILE_WORDS[profile].toLowerCase()} ranks it.${option.by === undefined ? '' : ` By ${option.by}.`}${option.who === undefined ? '' : ` ${capital(option.who)}.`}${option.needs.length > 0 ? ` Needs ${option.needs.join('; ')}.` : ''}`,
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

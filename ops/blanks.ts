// Blanks of what is added by hand. Every place to fill says TODO and, beside it, which words are valid, read off the schemas, so that a
// blank is never older than what it is held against.
import { AGENT_KINDS, PRIORS } from '../core/knowledge';
import { FREQUENCIES } from '../core/knowledge/frequency';
import { BACKGROUNDS, ENDINGS, MECHANISMS, WAYS_TO_FIND, ZONES } from '../core/knowledge/sign';
import { LINES, REACHES, SHOWS } from '../core/knowledge/trait';
import { CARRIED } from '../core/knowledge/where';
import { LONGEVITIES } from '../core/knowledge/taxon';

interface TraitWords {
  id: string;
  line: string;
  states: readonly { id: string }[];
  number: object | null;
}

const or = (words: readonly string[]): string => words.join(' | ');
const isId = (id: string): boolean => /^[a-z][a-z-]*$/.test(id);

/** A trait as a line to be filled: its states, or the two ends of its range. */
const traitLine = ({ id, states, number }: TraitWords): string =>
  `  # ${id}: ${number ? '{ from: TODO, to: TODO }' : or(states.map((state) => state.id))}`;

/**
 * A record of a kind of tree. The lines of its traits stand commented out: what nobody knows is left so, and loses nothing.
 * @throws RangeError for what is no accepted name
 */
export function taxonBlank(name: string, traits: readonly TraitWords[]): string {
  if (!/^[A-Z][a-z]+ (× )?[a-z-]+$/.test(name)) throw new RangeError(`"${name}" is no name; write Genus species or Genus × species.`);
  return `name: ${name}
author: TODO
family: TODO # ends in -aceae
rank: TODO # species | hybrid | cultivar-group
synonyms: []
commonNames:
  - { name: TODO, where: TODO }
origin: TODO
# Regions by the level 2 codes of the World Geographical Scheme for Recording Plant Distributions, carried ${or(CARRIED)}, zones 1 to 13.
where: { native: [TODO], carried: TODO, hardiness: { coldest: "TODO", warmest: "TODO" } }
evergreen: TODO # true | false
matureHeight: { from: TODO, to: TODO, unit: m }
longevity: TODO # ${or(LONGEVITIES)}
maxDbh: TODO # m, the largest commonly met
# First and last month in the northern hemisphere, over the new year if need be; [] where there is none. Fruit counts unripe and fallen too.
months: { leaf: [TODO, TODO], flower: [TODO, TODO], fruit: [TODO, TODO], autumn: [TODO, TODO] }
# A state (pith: solid), states with how often they hold ({ smooth: usually, downy: sometimes }; ${or(FREQUENCIES)}),
# the same by stage ({ young: …, mature: …, old: … }), or a range that covers nine trees in ten ({ from: 10, to: 20 }).
# Thirty traits or more, some of every line; leave out what you do not know.
traits:
${LINES.map(
  (line) =>
    `  # ${line}\n${traits
      .filter((trait) => trait.line === line)
      .map(traitLine)
      .join('\n')}`,
).join('\n')}
lookAlikes: [] # - { taxon: …, marks: [{ by: leaf-length, words: "4 to 8 cm here; 10 to 20 cm there." }] }
normal: [] # - { sign: …, why: "What looks like trouble and is none." }
behaviour: TODO
cautions: []
source: TODO # the work, or "from memory"
`;
}

/** A sign. @throws RangeError for what is no id */
export function signBlank(id: string): string {
  if (!isId(id)) throw new RangeError(`"${id}" is no id; write small letters and hyphens.`);
  return `id: ${id}
group: TODO # crown | stem | unions | collar | roots | foliage
label: TODO
hint: TODO # what one sees, in a line
zones: [TODO] # ${or(ZONES)}
fields: {} # { percent: { unit: "%", card: dieback }, kind: { words: [one, other] } }
background: TODO # ${or(BACKGROUNDS)}: how often it is met with nothing behind it
found: TODO # ${or(WAYS_TO_FIND)}
mechanism: TODO # ${or(MECHANISMS)}
# ${or(ENDINGS)}; the last of the list has no condition. What is in the wood never ends by the eye.
ends: [{ by: TODO }]
means: TODO
lookAlikes: [TODO]
# A rule only ever makes a band worse: { scale: soundness, atLeast: weakness, when: { percent: { over: 30 } }, because: … }.
# What a field counts as that nobody filled in stands under "unsaid", never the mildest answer.
rules: []
normal: []
checkNext: []
cautions: []
source: TODO # the work, or "common practice, no source"
`;
}

/** A disease, pest or injury. @throws RangeError for what is no id */
export function agentBlank(id: string): string {
  if (!isId(id)) throw new RangeError(`"${id}" is no id; write small letters and hyphens.`);
  return `id: ${id}
name: TODO
kind: TODO # ${or(AGENT_KINDS)}
hosts: [TODO] # accepted names or genera; [] for any tree
signs:
  - { sign: TODO, howOften: TODO } # ${or(FREQUENCIES)}
prior: TODO # ${or(PRIORS)}: how common on its hosts
lookAlikes: [TODO] # in words, or by the id of another agent
toldApart: TODO
course: TODO
done: TODO
lookAgainMonths: TODO
cautions: []
source: TODO # the work, or "from memory"
`;
}

/** A trait, for the end of library/traits.yaml. @throws RangeError for what is no id */
export function traitBlank(id: string): string {
  if (!isId(id)) throw new RangeError(`"${id}" is no id; write small letters and hyphens.`);
  return `
- id: ${id}
  line: TODO # ${or(LINES)}
  shows: TODO # ${or(SHOWS)}
  reach: TODO # ${or(REACHES)}
  label: TODO
  question: TODO
  states:
    TODO: "TODO | what one sees"
    TODO: "TODO | what one sees"
`;
}

/** A screen: its route and its component. @throws RangeError for what is no name of a route */
export function screenBlank(route: string): { path: string; text: string }[] {
  if (!isId(route)) throw new RangeError(`"${route}" is no route; write small letters and hyphens.`);
  const name = `${route.replace(/(^|-)([a-z])/g, (_all, _hyphen, letter: string) => letter.toUpperCase())}Screen`;
  return [
    {
      path: `app/src/app/${route}.tsx`,
      text: `import { ${name} } from '@/features/${route}/${name}';

export default ${name};
export { Trouble as ErrorBoundary } from '@/features/shell/Trouble';
`,
    },
    {
      path: `app/src/features/${route}/${name}.tsx`,
      text: `import { Body } from '@/ui/text';
import { Page } from '@/ui/surface';

/** TODO: what somebody does here, in a line. */
export function ${name}() {
  return (
    <Page title="TODO">
      <Body>TODO</Body>
    </Page>
  );
}
`,
    },
  ];
}

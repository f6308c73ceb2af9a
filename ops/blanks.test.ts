import { join } from 'node:path';
import { buildLibrary, readSources } from '../library/assemble';
import { agentBlank, screenBlank, signBlank, taxonBlank, traitBlank } from './blanks';

const sources = readSources(join(__dirname, '../library'));
const { library } = buildLibrary(sources);
const problemsWith = (file: string, text: string) => buildLibrary(new Map([...sources, [file, text]])).problems;
/** Fills the places of a blank, line by line: `key: value` for the words after the key. */
const filled = (blank: string, values: Record<string, string>): string =>
  Object.entries(values).reduce((text, [from, to]) => {
    expect(text).toContain(from);
    return text.replace(from, to);
  }, blank);

const OAK = (sources.get('taxa/quercus-rubra.yaml') ?? '').replace(/^[\s\S]*?\ntraits:\n/, '').replace(/\n(?! )[\s\S]*$/, '');

describe('a blank passes the checker once it is filled, and not before', () => {
  it('of a kind of tree, with every trait of the vocabulary and its words', () => {
    const blank = taxonBlank('Quercus inventa', library.traits);
    for (const trait of library.traits) expect(blank).toContain(`  # ${trait.id}: `);
    expect(problemsWith('taxa/quercus-inventa.yaml', blank).length).toBeGreaterThan(0);
    const whole = filled(blank, {
      'author: TODO': 'author: L.',
      'family: TODO': 'family: Fagaceae',
      'rank: TODO': 'rank: species',
      'name: TODO, where: TODO': 'name: invented oak, where: Europe',
      'origin: TODO': 'origin: Central Europe',
      'native: [TODO], carried: TODO': 'native: [11], carried: home',
      '"TODO", warmest: "TODO"': '"5", warmest: "8"',
      'evergreen: TODO': 'evergreen: false',
      'from: TODO, to: TODO, unit': 'from: 15, to: 25, unit',
      'longevity: TODO': 'longevity: long',
      'maxDbh: TODO': 'maxDbh: 1.5',
      'leaf: [TODO, TODO], flower: [TODO, TODO], fruit: [TODO, TODO], autumn: [TODO, TODO]':
        'leaf: [4, 10], flower: [5, 5], fruit: [6, 11], autumn: [10, 10]',
      'traits:\n': `traits:\n${OAK}\n`,
      'behaviour: TODO': 'behaviour: Grows well.',
      'source: TODO': 'source: from memory',
    });
    expect(problemsWith('taxa/quercus-inventa.yaml', whole)).toEqual([]);
  });
  it('of a sign', () => {
    const whole = filled(signBlank('odd-ring'), {
      'group: TODO': 'group: stem',
      'label: TODO': 'label: Odd ring',
      'hint: TODO': 'hint: a ring about the stem',
      'zones: [TODO]': 'zones: [stem-n]',
      'background: TODO': 'background: rare',
      'found: TODO': 'found: look',
      'mechanism: TODO': 'mechanism: none\nownCause: true',
      'by: TODO': 'by: closed',
      'means: TODO': 'means: Something went round it once.',
      'lookAlikes: [TODO]': 'lookAlikes: [a weld]',
      'source: TODO': 'source: common practice, no source',
    });
    expect(problemsWith('signs/odd-ring.yaml', signBlank('odd-ring')).length).toBeGreaterThan(0);
    expect(problemsWith('signs/odd-ring.yaml', whole)).toEqual([]);
  });
  it('of an agent', () => {
    const whole = filled(agentBlank('odd-rot'), {
      'name: TODO': 'name: Odd rot',
      'kind: TODO': 'kind: fungus',
      'hosts: [TODO]': 'hosts: [Quercus]',
      'sign: TODO, howOften: TODO': 'sign: conk, howOften: usually',
      'prior: TODO': 'prior: rare',
      'lookAlikes: [TODO]': 'lookAlikes: [other brackets]',
      'toldApart: TODO': 'toldApart: By the pores.',
      'course: TODO': 'course: Slow, over many years.',
      'done: TODO': 'done: Look again each year.',
      'lookAgainMonths: TODO': 'lookAgainMonths: 12',
      'source: TODO': 'source: from memory',
    });
    expect(problemsWith('agents/odd-rot.yaml', agentBlank('odd-rot')).length).toBeGreaterThan(0);
    expect(problemsWith('agents/odd-rot.yaml', whole)).toEqual([]);
  });
  it('of a trait, at the end of the vocabulary', () => {
    const whole = filled(traitBlank('odd-knob'), {
      'line: TODO': 'line: twig',
      'shows: TODO': 'shows: all',
      'reach: TODO': 'reach: hand',
      'label: TODO': 'label: Knob',
      'question: TODO': 'question: Is there a knob?',
      'TODO: "TODO | what': 'knobbed: "Knobbed | what',
    }).replace('TODO: "TODO |', 'plain: "Plain |');
    expect(problemsWith('traits.yaml', `${sources.get('traits.yaml')}${whole}`)).toEqual([]);
  });
});

describe('a blank of a screen', () => {
  it('is a route and its component', () =>
    expect(screenBlank('work-orders').map(({ path }) => path)).toEqual([
      'app/src/app/work-orders.tsx',
      'app/src/features/work-orders/WorkOrdersScreen.tsx',
    ]));
  it.each([
    ['a taxon', () => taxonBlank('oak', [])],
    ['a sign', () => signBlank('Odd Ring')],
    ['an agent', () => agentBlank('')],
    ['a trait', () => traitBlank('../x')],
    ['a screen', () => screenBlank('../x')],
  ])('%s by no proper name is refused', (_words, make) => expect(make).toThrow(RangeError));
});

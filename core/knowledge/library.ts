import type { Agent } from './agent';
import type { District, NameMeaning } from './district';
import type { Asked, Sign } from './sign';
import type { SignField } from './sign-fields';
import type { GrowthFactor } from './growth-factor';
import type { Genera } from './genus';
import { genusOf, PRIORS, type Taxon } from './taxon';
import type { Trait } from './trait';
import { contradictions, statesOf } from './consistency';
import { nearest } from './nearest';

/** All the field's knowledge, checked, as plain values. */
export interface Library {
  /** Hash of the source text; stored with every judgement so that it can be told apart from later ones. */
  version: string;
  traits: Trait[];
  taxa: Taxon[];
  signs: Sign[];
  agents: Agent[];
  districts: District[];
  names: NameMeaning[];
  /** How many trees of a genus are of species that are not held here. */
  genera: Genera;
  /** Years per inch of diameter, for the rough guess of an age. */
  growthFactors: GrowthFactor[];
}

/** A taxon that can be mistaken for another, and the marks that split the pair, told from the side of the record that holds them. */
export interface LookAlike {
  taxon: string;
  marks: { by: string; words: string; toldBy: string }[];
}

/** The look-alikes of a taxon: those its record names, and those whose records name it; a pair told from both sides comes once. */
export function lookAlikesOf(library: Pick<Library, 'taxa'>, taxon: Taxon): LookAlike[] {
  const found = new Map<string, LookAlike>();
  const add = (other: string, toldBy: string, marks: Taxon['lookAlikes'][number]['marks']) => {
    const alike = found.get(other) ?? { taxon: other, marks: [] };
    alike.marks.push(...marks.map((mark) => ({ ...mark, toldBy })));
    found.set(other, alike);
  };
  for (const alike of taxon.lookAlikes) add(alike.taxon, taxon.name, alike.marks);
  for (const other of library.taxa) {
    for (const alike of other.lookAlikes) {
      if (alike.taxon === taxon.name && !taxon.lookAlikes.some((own) => own.taxon === other.name)) add(other.name, other.name, alike.marks);
    }
  }
  return [...found.values()];
}

/** A weakness in the library's text: which file, which field, what is wrong and what would be right. */
export interface LibraryProblem {
  file: string;
  field: string;
  message: string;
}

/** Up to this share a finding may be usual all the year, percent. */
const OPEN_CEILING = 60;

/** What limits a finding that is usual, and the field of the sign it is held against. */
const LIMITS_OF_NORMAL = [
  ['maximumPercent', 'percent'],
  ['maximumCover', 'cover'],
  ['maximumCount', 'count'],
] as const;

/** Longer lists of valid words than this are not recited. */
const RECITED = 24;

const unknownWord = (word: string, valid: readonly string[]): string =>
  `"${word}" is not known; nearest: ${nearest(word, valid) ?? 'none'}${valid.length <= RECITED ? `; valid: ${valid.join(', ')}` : ''}`;

/**
 * Cross-checks that no schema can make alone: trait and state ids used by taxa, taxa named as look-alikes, signs named as
 * normal or by agents, agents named as likely.
 * @param fileOf gives the file name to report for a record
 */
export function crossCheck(library: Library, fileOf: (record: Taxon | Agent | Sign | District) => string): LibraryProblem[] {
  const problems: LibraryProblem[] = [];
  const traits = new Map(library.traits.map((trait) => [trait.id, trait]));
  const traitIds = [...traits.keys()];
  const taxa = library.taxa.map((taxon) => taxon.name);
  const genera = [...new Set(taxa.map((name) => genusOf(name)))];
  const signs = new Map(library.signs.map((sign) => [sign.id, sign]));
  const signIds = [...signs.keys()];
  const agents = library.agents.map((agent) => agent.id);
  const say = (record: Taxon | Agent | Sign | District, field: string, message: string) =>
    problems.push({ file: fileOf(record), field, message });

  const checkKinds = (record: Taxon | Agent, field: string, id: string, kinds: string[] | undefined) => {
    const valid = signs.get(id)?.fields.kind?.words ?? [];
    for (const kind of kinds ?? []) {
      if (!valid.includes(kind)) say(record, field, unknownWord(kind, valid));
    }
  };

  for (const genus of genera)
    if (!library.genera[genus]) problems.push({ file: 'genera.yaml', field: genus, message: 'say how many of its trees are not held' });
  for (const genus of Object.keys(library.genera))
    if (!genera.includes(genus)) problems.push({ file: 'genera.yaml', field: genus, message: unknownWord(genus, genera) });
  for (const trait of library.traits) {
    const file = 'traits.yaml';
    for (const [other, states] of Object.entries(trait.onlyWith)) {
      const valid = traits.get(other)?.states.map((state) => state.id) ?? [];
      for (const state of states)
        if (!valid.includes(state)) problems.push({ file, field: `${trait.id}.onlyWith.${other}`, message: unknownWord(state, valid) });
    }
    const valid = trait.states.map((state) => state.id);
    for (const state of trait.mixedUp.flatMap((pair) => pair.states))
      if (!valid.includes(state)) problems.push({ file, field: `${trait.id}.mixedUp`, message: unknownWord(state, valid) });
  }
  for (const taxon of library.taxa) {
    for (const [id, record] of Object.entries(taxon.traits)) {
      const trait = traits.get(id);
      const field = `traits.${id}`;
      if (!trait) {
        say(taxon, field, unknownWord(id, traitIds));
        continue;
      }
      if (trait.number) {
        if (record.kind !== 'range') say(taxon, field, 'is a number: write { from: …, to: … }');
        continue;
      }
      if (record.kind === 'range') {
        say(taxon, field, 'has states, not a number');
        continue;
      }
      const valid = trait.states.map((state) => state.id);
      for (const state of statesOf(taxon, id)) {
        if (!valid.includes(state)) say(taxon, field, unknownWord(state, valid));
      }
    }
    for (const { field, message } of contradictions(taxon, library.traits)) say(taxon, field, message);
    taxon.lookAlikes.forEach((alike, i) => {
      if (!taxa.includes(alike.taxon)) say(taxon, `lookAlikes.${i}.taxon`, unknownWord(alike.taxon, taxa));
      alike.marks.forEach((mark, j) => {
        if (!traits.has(mark.by)) say(taxon, `lookAlikes.${i}.marks.${j}.by`, unknownWord(mark.by, traitIds));
      });
    });
    taxon.notHeld.forEach((alike, i) => {
      if (taxa.includes(alike.taxon)) say(taxon, `notHeld.${i}.taxon`, `"${alike.taxon}" is held now: name it among the look-alikes`);
      alike.marks.forEach(({ by, here }, j) => {
        const trait = traits.get(by);
        const field = `notHeld.${i}.marks.${j}`;
        if (!trait) say(taxon, `${field}.by`, unknownWord(by, traitIds));
        else if (Array.isArray(here) !== (trait.number === null))
          say(taxon, `${field}.here`, trait.number ? 'is a number: write { from: …, to: … }' : 'has states');
        else if (Array.isArray(here)) {
          const valid = trait.states.map((state) => state.id);
          for (const state of here) if (!valid.includes(state)) say(taxon, `${field}.here`, unknownWord(state, valid));
        }
      });
    });
    taxon.normal.forEach((normal, i) => {
      if (!signs.has(normal.sign)) say(taxon, `normal.${i}.sign`, unknownWord(normal.sign, signIds));
      else checkKinds(taxon, `normal.${i}.kinds`, normal.sign, normal.kinds);
      // What is usual up to any share says nothing of a share that is not.
      const judged = signs.get(normal.sign)?.rules.some((rule) => rule.scale === 'vigour' && (rule.when?.percent ?? rule.when?.cover));
      const ceiling = normal.maximumPercent ?? normal.maximumCover;
      if (judged && ceiling === undefined && !normal.kinds)
        say(taxon, `normal.${i}.maximumPercent`, 'name the share up to which it is usual');
      const counted = signs.get(normal.sign)?.rules.some((rule) => rule.scale === 'vigour' && rule.when?.count);
      if (counted && normal.maximumCount === undefined) say(taxon, `normal.${i}.maximumCount`, 'name the number up to which it is usual');
      for (const [limit, field] of LIMITS_OF_NORMAL)
        if (normal[limit] !== undefined && !signs.get(normal.sign)?.fields[field])
          say(taxon, `normal.${i}.${limit}`, `${normal.sign} is not recorded with ${field}`);
      if (ceiling !== undefined && ceiling > OPEN_CEILING && !normal.months)
        say(taxon, `normal.${i}.months`, `a share of more than ${OPEN_CEILING}% is usual in some months only: name them`);
    });
    taxon.habit.forEach((habit, i) => {
      if (!signs.has(habit.sign)) say(taxon, `habit.${i}.sign`, unknownWord(habit.sign, signIds));
    });
  }
  for (const agent of library.agents) {
    agent.signs.forEach((entry, i) => {
      if (agent.signs.findIndex((s) => s.sign === entry.sign) < i)
        say(agent, `signs.${i}.sign`, `"${entry.sign}" is named twice; write all its kinds in one line`);
      if (!signs.has(entry.sign)) say(agent, `signs.${i}.sign`, unknownWord(entry.sign, signIds));
      else {
        checkKinds(agent, `signs.${i}.kinds`, entry.sign, entry.kinds);
        for (const [field, list] of [
          ['part', entry.parts],
          ['pattern', entry.patterns],
          ['lasting', entry.lasting],
        ] as const) {
          const valid = signs.get(entry.sign)?.fields[field]?.words ?? [];
          for (const word of list ?? []) if (!valid.includes(word)) say(agent, `signs.${i}.${field}`, unknownWord(word, valid));
        }
      }
    });
    agent.lookAlikes.forEach((word, i) => {
      // One word with hyphens is meant as an id; anything with a blank is plain words.
      if (/^[a-z]+(-[a-z]+)+$/.test(word) && !agents.includes(word)) say(agent, `lookAlikes.${i}`, unknownWord(word, agents));
    });
    for (const list of ['hosts', 'alsoOn', 'spares'] as const)
      agent[list].forEach((host, i) => {
        if (host.includes(' ') && !taxa.includes(host)) say(agent, `${list}.${i}`, unknownWord(host, taxa));
      });
  }
  for (const sign of library.signs) {
    // A field that a rule asks for and nobody filled in counts as the sign's file says, so the file has to say it.
    for (const rule of sign.rules)
      for (const asked of Object.keys(rule.when ?? {}) as Asked[])
        if (asked !== 'trend' && sign.unsaid[asked] === undefined)
          say(sign, 'unsaid', `a rule asks for "${asked}": say what it counts as when nobody wrote it down`);
    for (const [asked, as] of Object.entries(sign.unsaid)) {
      const words = sign.fields[asked as SignField]?.words;
      if (words && !words.includes(String(as))) say(sign, `unsaid.${asked}`, unknownWord(String(as), words));
    }
    for (const rule of sign.rules)
      for (const [asked, test] of Object.entries(rule.when ?? {})) {
        const words = sign.fields[asked as SignField]?.words;
        for (const word of test.is ?? []) if (words && !words.includes(word)) say(sign, `rules.when.${asked}`, unknownWord(word, words));
      }
    for (const other of sign.rules.flatMap((rule) => rule.with ?? []))
      if (!signs.has(other)) say(sign, 'rules.with', unknownWord(other, signIds));
    sign.normal.forEach((normal, i) => {
      for (const name of normal.taxa ?? []) {
        if (!taxa.includes(name) && !genera.includes(name)) say(sign, `normal.${i}.taxa`, unknownWord(name, [...genera, ...taxa]));
      }
    });
  }
  for (const { taxon } of library.growthFactors) {
    if (!taxa.includes(taxon)) problems.push({ file: 'growth-factors.yaml', field: taxon, message: unknownWord(taxon, taxa) });
  }
  for (const district of library.districts) {
    for (const id of Object.keys(district.agents)) {
      if (!agents.includes(id)) say(district, 'agents', unknownWord(id, agents));
    }
    const named = [...Object.keys(district.planted), ...district.wild, ...Object.values(district.lists).flat()];
    for (const name of named) {
      if (!taxa.includes(name) && !genera.includes(name)) say(district, 'planted, wild or lists', unknownWord(name, taxa));
    }
  }
  return problems;
}

/** The agents a taxon is prone to: those that name it, or its genus, among the trees they live on first, the commonest first. */
export function proneTo(library: Pick<Library, 'agents'>, taxon: Pick<Taxon, 'name'>): Agent[] {
  const names = (list: readonly string[]) => list.some((host) => host === taxon.name || host === genusOf(taxon.name));
  return library.agents
    .filter((agent) => names(agent.hosts) && !agent.spares.includes(taxon.name))
    .sort((a, b) => PRIORS.indexOf(a.prior) - PRIORS.indexOf(b.prior) || a.name.localeCompare(b.name));
}

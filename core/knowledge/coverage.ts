import type { Build } from './build';
import { LINES, type Line, type Trait } from './trait';
import { STAGES, type Taxon } from './taxon';
import { lookAlikesOf, type Library } from './library';
import { recordFaults } from './record-faults';

/** Traits a full record aims at, by build. */
export const AIM: Record<Build, number> = { broadleaf: 30, conifer: 24, palm: 16 };

/** Traits without which a record of the build is thin. */
const CORE: Record<Build, readonly string[]> = {
  broadleaf: [
    ...['habit', 'crown-shape', 'branch-habit', 'leaf-retention', 'height'],
    ...['bark-texture', 'bark-colour', 'bark-undertone', 'bark-feel'],
    ...['arrangement', 'twig-thickness', 'twig-surface', 'pith', 'bud-scales', 'bud-colour'],
    ...['leaf-type', 'leaf-margin', 'leaf-base', 'leaf-underside', 'leaf-length'],
    ...['flower-form', 'flower-colour', 'fruit-type', 'fruit-colour', 'fruit-size'],
    ...['moisture', 'soil'],
  ],
  conifer: [
    ...['habit', 'crown-shape', 'branch-habit', 'leaf-retention', 'height', 'bark-texture', 'bark-colour', 'bark-undertone'],
    ...['twig-thickness', 'leaf-type', 'needle-set', 'leaf-underside', 'leaf-length', 'leaf-smell'],
    ...['fruit-type', 'fruit-colour', 'fruit-size', 'moisture', 'soil'],
  ],
  palm: [
    ...['habit', 'height', 'bark-texture', 'bark-colour', 'frond-form', 'leaf-length'],
    ...['flower-colour', 'fruit-type', 'fruit-colour', 'fruit-size', 'moisture'],
  ],
};

/** What a record holds and what is thin about it. */
export interface Coverage {
  taxon: string;
  build: Build;
  /** Traits held, of the whole vocabulary. */
  held: number;
  byLine: Record<Line, number>;
  /** Traits of the build's core that the record is silent on. */
  missing: string[];
  /** What is weak about the record, in sentences; empty for a full one. */
  weak: string[];
}

const holdsAlways = (taxon: Taxon, trait: string, states: readonly string[]): boolean => {
  const record = taxon.traits[trait];
  return record?.kind === 'states' && states.some((state) => record.mature[state] !== undefined);
};

/** How a tree is built, read from its habit and leaf. */
export function buildOf(taxon: Taxon): Build {
  if (holdsAlways(taxon, 'habit', ['palm'])) return 'palm';
  const needles = holdsAlways(taxon, 'leaf-type', ['needle', 'scale']);
  const cones = holdsAlways(taxon, 'fruit-type', ['cone', 'aril']) || taxon.traits['needle-form'] !== undefined;
  return needles && cones ? 'conifer' : 'broadleaf';
}

const sameAtAllAges = (taxon: Taxon): boolean => {
  const record = taxon.traits['bark-texture'];
  return record?.kind === 'states' && STAGES.every((stage) => JSON.stringify(record[stage]) === JSON.stringify(record.mature));
};

/** Barks that keep their texture all their life are recorded with the word "always" or "usually" at each stage; others change. */
const KEEPS_BARK = ['smooth', 'papery-peel', 'mosaic-flakes', 'ring-scarred', 'leaf-base-boots', 'stringy-fibrous', 'lenticels-horizontal'];

/** What one record holds and lacks. */
export function coverageOf(library: Library, taxon: Taxon): Coverage {
  const build = buildOf(taxon);
  const byLine = Object.fromEntries(LINES.map((line) => [line, 0])) as Record<Line, number>;
  const traits = new Map<string, Trait>(library.traits.map((trait) => [trait.id, trait]));
  for (const id of Object.keys(taxon.traits)) {
    const line = traits.get(id)?.line;
    if (line) byLine[line]++;
  }
  const held = Object.keys(taxon.traits).length;
  const missing = CORE[build].filter((id) => taxon.traits[id] === undefined);
  const weak: string[] = [];
  if (held < AIM[build]) weak.push(`Holds ${held} traits; ${AIM[build]} are aimed at for a ${build}.`);
  if (missing.length > 0) weak.push(`Silent on ${missing.join(', ')}.`);
  for (const line of LINES) if (byLine[line] === 0) weak.push(`Nothing is recorded of ${line}.`);
  if (lookAlikesOf(library, taxon).length === 0) weak.push('No look-alike is named, here or from the other side.');
  if (sameAtAllAges(taxon) && !holdsAlways(taxon, 'bark-texture', KEEPS_BARK)) weak.push('The bark is written the same at all ages.');
  if (taxon.months.flower.length === 0) weak.push('Says no month of flower.');
  if (taxon.months.fruit.length === 0) weak.push('Says no month of fruit.');
  if (!taxon.evergreen && taxon.months.leaf.length === 0) weak.push('Says no months in leaf.');
  weak.push(...recordFaults(library, taxon));
  return { taxon: taxon.name, build, held, byLine, missing, weak };
}

/** The whole library, the thinnest records first. */
export const coverage = (library: Library): Coverage[] =>
  library.taxa
    .map((taxon) => coverageOf(library, taxon))
    .sort(
      (a, b) => b.missing.length - a.missing.length || b.weak.length - a.weak.length || a.held - b.held || a.taxon.localeCompare(b.taxon),
    );

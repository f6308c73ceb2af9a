import type { Stage, Taxon } from '../knowledge';
import { barkFigure } from './bark';
import { leafyTree, winterTree } from './crown';
import { palmTree } from './palm';
import { flowerFigure } from './flower';
import { fruitFigure, FRUIT_DRAWN, samaraAngle } from './fruit';
import { leafFigure, measuredLeaf } from './leaf';
import { leafFormOf, middle, usualState } from './plate-leaf';
import { polyline, type Figure, type Shape } from './shape';
import { twigOf, twigShapes } from './twig';

/** One drawing of a plate. */
export interface PlatePart {
  part: 'tree' | 'leaf' | 'underside' | 'twig' | 'bark-young' | 'bark-old' | 'flower' | 'fruit';
  figure: Figure;
  /** What the bar drawn under it stands for, for example "2 cm"; null where nothing is to scale. */
  bar: string | null;
}

/** Lengths a scale bar may stand for. */
const ROUND = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100];

/** Adds a scale bar under a drawing. @param unitsPerCm figure units that a centimetre takes, or a metre where `unit` is m */
function withBar(figure: Figure, unitsPerCm: number, unit: 'cm' | 'm'): { figure: Figure; bar: string } {
  const length = ROUND.filter((l) => l * unitsPerCm <= figure.width * 0.42).at(-1) ?? 0.1;
  const long = Math.min(figure.width - 8, length * unitsPerCm);
  const y = figure.height + 7;
  const bar: Shape = {
    d:
      polyline([
        [4, y - 3],
        [4, y + 3],
      ]) +
      polyline([
        [4, y],
        [4 + long, y],
      ]) +
      polyline([
        [4 + long, y - 3],
        [4 + long, y + 3],
      ]),
    stroke: 'ink',
    width: 1.2,
    fill: 'none',
  };
  const words = unit === 'cm' && length >= 100 ? `${length / 100} m` : `${length} ${unit}`;
  return { figure: { ...figure, height: figure.height + 12, shapes: [...figure.shapes, bar] }, bar: words };
}

const BOX = 120;
const FOOT: [number, number] = [60, 116];

function tree(taxon: Taxon): PlatePart {
  const height = 110;
  const usual = (trait: string, otherwise: string) => usualState(taxon, trait) ?? otherwise;
  const shapes =
    usual('habit', '') === 'palm'
      ? palmTree(FOOT, height, usual('frond-form', 'feather') === 'feather')
      : usual('leaf-retention', 'bare') === 'evergreen'
        ? leafyTree(usual('crown-shape', 'oval'), FOOT, height)
        : winterTree(
            usual('crown-shape', 'oval'),
            usual('leader', 'decurrent'),
            usual('branch-habit', 'ascending'),
            usual('branch-density', 'medium'),
            FOOT,
            height,
          );
  const soil: Shape = { d: `M6 ${FOOT[1]}H114`, stroke: 'ink', width: 1.3, fill: 'none' };
  const tall = (taxon.matureHeight.from + taxon.matureHeight.to) / 2;
  return { part: 'tree', ...withBar({ width: BOX, height: BOX, shapes: [soil, ...shapes] }, height / tall, 'm') };
}

function leaf(taxon: Taxon): PlatePart {
  const form = leafFormOf(taxon);
  const { figure, length } = measuredLeaf(form);
  const cm = middle(taxon, 'leaf-length');
  // A shoot of needles is drawn for how they sit, not to scale.
  if (cm === undefined || form.type === 'needle' || form.type === 'scale') return { part: 'leaf', figure, bar: null };
  return { part: 'leaf', ...withBar(figure, length / cm, 'cm') };
}

function underside(taxon: Taxon): PlatePart | null {
  const state = usualState(taxon, 'leaf-underside');
  const form = leafFormOf(taxon);
  if (!state || state === 'same-green' || form.type !== 'simple') return null;
  return { part: 'underside', figure: leafFigure({ ...form, underside: state }), bar: null };
}

function twig(taxon: Taxon): PlatePart | null {
  const shape = usualState(taxon, 'bud-shape');
  const arrangement = usualState(taxon, 'arrangement');
  if (!shape || !arrangement) return null;
  const form = twigOf({
    arrangement,
    thickness: usualState(taxon, 'twig-thickness') ?? 'medium',
    line: usualState(taxon, 'twig-line') ?? 'straight',
    surface: usualState(taxon, 'twig-surface') ?? 'smooth',
    set: usualState(taxon, 'bud-set') ?? 'spreading',
    bud: {
      shape,
      scales: usualState(taxon, 'bud-scales') ?? 'many',
      colour: usualState(taxon, 'bud-colour') ?? '',
      surface: usualState(taxon, 'bud-surface') ?? 'smooth',
    },
  });
  return { part: 'twig', figure: { width: BOX, height: BOX, shapes: twigShapes(form) }, bar: null };
}

function bark(taxon: Taxon, stage: Stage): PlatePart | null {
  const texture = usualState(taxon, 'bark-texture', stage);
  const figure = texture && barkFigure(texture, usualState(taxon, 'bark-colour', stage), usualState(taxon, 'bark-undertone', stage));
  return figure ? { part: stage === 'young' ? 'bark-young' : 'bark-old', figure, bar: null } : null;
}

function flower(taxon: Taxon): PlatePart | null {
  const form = usualState(taxon, 'flower-form');
  const figure = form && flowerFigure(form, usualState(taxon, 'flower-colour'));
  return figure ? { part: 'flower', figure, bar: null } : null;
}

function fruit(taxon: Taxon): PlatePart | null {
  const type = usualState(taxon, 'fruit-type');
  if (!type) return null;
  const colour = usualState(taxon, 'fruit-colour');
  const angle = usualState(taxon, 'samara-angle');
  const figure = type === 'paired-samara' && angle ? samaraAngle(angle, colour) : fruitFigure(type, colour);
  if (!figure) return null;
  const cm = middle(taxon, 'fruit-size');
  const drawn = FRUIT_DRAWN[type];
  if (cm === undefined || drawn === undefined) return { part: 'fruit', figure, bar: null };
  return { part: 'fruit', ...withBar(figure, drawn / cm, 'cm') };
}

/**
 * The plate of a taxon: tree, leaf and its underside, twig, bark young and old, flower, fruit, each drawn from the values of its
 * own record, with a bar for its size where it is to scale. Parts that the record is silent on are left out.
 */
export const plateOf = (taxon: Taxon): PlatePart[] =>
  [tree(taxon), leaf(taxon), underside(taxon), twig(taxon), bark(taxon, 'young'), bark(taxon, 'old'), flower(taxon), fruit(taxon)].filter(
    (part): part is PlatePart => part !== null,
  );

// Fruits as they hang or lie, 120 by 120, and how long each is drawn.
import { make } from '../pen';
import type { Figure } from '../shape';
import { CONES } from './cones';
import { DRY } from './dry';
import { FLESHY } from './fleshy';
import { pair, type Draw } from './parts';

export { coneSet } from './cones';

const FRUITS: Record<string, Draw> = { ...DRY, ...FLESHY, ...CONES };

/** How long one fruit is drawn, in figure units; a plate's scale bar is made from it. Fluff has no length worth a bar. */
export const FRUIT_DRAWN: Record<string, number> = {
  'paired-samara': 55,
  'single-samara': 92,
  'disc-samara': 48,
  acorn: 83,
  'nut-in-husk': 88,
  'nutlet-on-bract': 15,
  'nutlet-in-lobed-bract': 67,
  'hop-cluster': 95,
  berry: 22,
  pome: 26,
  drupe: 38,
  'long-bean': 110,
  'flat-pod': 120,
  'beaded-pod': 104,
  'clam-pod': 96,
  'boat-pod': 112,
  'woody-capsule': 46,
  'plume-ball': 50,
  'spiky-ball': 56,
  cone: 96,
  'cone-like-catkin': 78,
  'woody-catkin': 36,
  'cone-of-samaras': 92,
  'follicle-cone': 96,
  'upright-drupe-cluster': 96,
  'spiny-burr': 96,
  'fleshy-fruit': 80,
  'compound-berry': 84,
  aril: 60,
  'papery-lantern': 98,
  'winged-nut-string': 36,
};

/** A fruit, 120 by 120; null for one that has no drawing. @param colour a state of fruit-colour; the kind's usual one when absent */
export function fruitFigure(state: string, colour?: string): Figure | null {
  const draw = FRUITS[state];
  return draw ? make(...draw(colour ? `tint:${colour}` : null)) : null;
}

const ANGLES: Record<string, number> = { straight: 0.04, wide: 0.55, acute: 1.12 };

/** Paired wings at an angle. */
export function samaraAngle(state: string, colour?: string): Figure | null {
  const drop = ANGLES[state];
  return drop === undefined ? null : make(...pair(drop, colour ? `tint:${colour}` : 'tint:yellow'));
}

import type { Figure, Shape } from './shape';

/** Box of a tree on its ground, where the ground lies in it, and how high a full-sized tree stands. */
const BOX = 120;
export const GROUND = 113;
export const HEIGHT = 106;

const soil: Shape = { d: `M8 ${GROUND}H112`, stroke: 'ink', width: 1.4, fill: 'none' };
/** A figure that stands on the ground. */
export const onGround = (shapes: Shape[]): Figure => ({ width: BOX, height: BOX, shapes: [soil, ...shapes] });

import type { Answers } from './answers';
import { barkFigure } from './bark';
import { make } from './pen';
import { polyline, pts, type Figure } from './shape';
import { TREE_ANSWERS } from './tree-answers';

/** How far up the stem the bark reaches. */
function extent(state: string): Figure | null {
  const bare = TREE_ANSWERS.leader?.('excurrent');
  if (!bare) return null;
  const to = state === 'whole-stem' ? 14 : 74;
  return {
    ...bare,
    shapes: [
      ...bare.shapes,
      {
        d: Array.from({ length: Math.floor((110 - to) / 5) }, (_, i) => `M56 ${110 - i * 5}L64 ${107 - i * 5}`).join(''),
        stroke: 'ink',
        width: 2.2,
        fill: 'none',
      },
    ],
  };
}

/** A cut through the bark. */
const section = (state: string): Figure =>
  make(
    {
      d: polyline(pts('14,30 106,30 106,90 14,90'), true),
      fill: 'wood',
      stroke: 'ink',
      width: 2,
    },
    ...(state === 'banded' ? [{ d: [38, 50, 62, 74].map((y) => `M15 ${y}H105V${y + 6}H15Z`).join(''), fill: 'tint:cream' as const }] : []),
  );

/** Bark seen from afar and from near, and cut. */
export const BARK_ANSWERS: Answers = { 'bark-texture': (state) => barkFigure(state), 'bark-extent': extent, 'bark-section': section };

// Bark as a swatch: a texture on a ground tinted by its colour, with its undertone in the cracks.
import type { Figure, Paint } from '../shape';
import { FLAKED } from './flaked';
import { H, W, type Draw } from './parts';
import { PLAIN } from './plain';
import { RIDGED } from './ridged';

/** Each texture as strokes on a ground: what the hand and eye meet at breast height. */
const TEXTURES: Record<string, Draw> = { ...PLAIN, ...RIDGED, ...FLAKED };

/** Usual ground of a texture when no colour is told, so that answers look like bark and not like a key. */
const USUAL: Record<string, string> = {
  smooth: 'silver-grey',
  'lenticels-horizontal': 'red-brown',
  'papery-peel': 'white',
  'mosaic-flakes': 'grey-brown',
  'vertical-stripes': 'green',
  'scaly-plates': 'grey-brown',
  'fluted-muscle': 'silver-grey',
  'stringy-fibrous': 'red-brown',
  'warty-ridges': 'grey',
  'deep-furrows': 'grey-brown',
  'interlacing-ridges': 'grey',
  'shaggy-strips': 'grey',
  blocky: 'grey-brown',
  corky: 'grey-brown',
};

/**
 * A swatch of bark, 160 by 96; null for a texture without a drawing.
 * @param colour a state of bark-colour; the texture's usual one when absent
 * @param undertone a state of bark-undertone: what shows in the cracks and under the flakes
 */
export function barkFigure(texture: string, colour?: string, undertone?: string): Figure | null {
  const draw = TEXTURES[texture];
  if (!draw) return null;
  const surface: Paint = `tint:${colour ?? USUAL[texture] ?? 'grey-brown'}`;
  const beneath: Paint = undertone && undertone !== 'none' ? `tint:${undertone}` : 'none';
  return { width: W, height: H, shapes: [{ d: `M0 0H${W}V${H}H0Z`, fill: surface }, ...draw({ surface, beneath })] };
}

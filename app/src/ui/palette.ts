import type { Paint } from '@dendrix/core/figures';
import { DAY_GROUNDS, TINTS } from '@dendrix/core/figures/paints';

/** The colours of one theme as plain values, for drawings and the map; classes use the same ones through CSS variables. */
export interface Palette {
  paper: string;
  sheet: string;
  ink: string;
  soft: string;
  rule: string;
  oxide: string;
  onOxide: string;
  lichen: string;
  lichenWash: string;
  slate: string;
  slateWash: string;
  sulphur: string;
  sulphurWash: string;
  water: string;
  park: string;
  house: string;
  street: string;
}

export const DAY: Palette = {
  paper: '#F6F2E7',
  sheet: '#FCFAF3',
  ink: '#241E18',
  soft: '#5A5044',
  rule: '#D8CEB9',
  oxide: '#A93F16',
  onOxide: '#FFFFFF',
  lichen: '#425822',
  lichenWash: '#E4EAD2',
  slate: '#2C5470',
  slateWash: '#DCE7EE',
  sulphur: '#C99700',
  sulphurWash: '#F8EBC0',
  water: '#C3D3D8',
  park: '#DDE3C6',
  house: '#E7DECB',
  street: '#FCFAF3',
};

export const DUSK: Palette = {
  paper: '#1C1915',
  sheet: '#26221D',
  ink: '#F0EADC',
  soft: '#C4BAA8',
  rule: '#544C40',
  oxide: '#E88454',
  onOxide: '#1C140E',
  lichen: '#AEC884',
  lichenWash: '#343E26',
  slate: '#96C2DE',
  slateWash: '#263642',
  sulphur: '#DEB02C',
  sulphurWash: '#483C1A',
  water: '#27353B',
  park: '#2E3626',
  house: '#2F2A23',
  street: '#403A31',
};

/** Leaf and wood under the pen: lighter than the ink by day, darker than it at dusk, so that strokes always show. */
const GROUNDS = {
  day: DAY_GROUNDS,
  dusk: {
    leaf: '#53663A',
    'leaf-pale': '#6F7F55',
    'leaf-dark': '#35481F',
    wood: '#64543F',
    'wood-light': '#7A6950',
    'wood-dark': '#403427',
    fruit: '#7E4A1E',
    paper: '#4A453C',
  },
} as const;

/** The colour of a paint in a theme. */
export function paintColour(paint: Paint | undefined, palette: Palette): string {
  switch (paint) {
    case undefined:
    case 'none':
      return 'none';
    case 'ink':
      return palette.ink;
    case 'soft':
      return palette.soft;
    case 'oxide':
      return palette.oxide;
    case 'slate':
      return palette.slate;
    case 'paper':
    case 'leaf':
    case 'leaf-pale':
    case 'leaf-dark':
    case 'wood':
    case 'wood-light':
    case 'wood-dark':
    case 'fruit':
      return GROUNDS[palette === DUSK ? 'dusk' : 'day'][paint];
    default:
      return TINTS[paint.slice(5)] ?? palette.soft;
  }
}

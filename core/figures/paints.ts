/** Colours of plants, the same by day, at dusk and in print: a colour state is an answer and must not change. */
export const TINTS: Record<string, string> = {
  white: '#F3EFE4',
  'silver-grey': '#B4B7B0',
  grey: '#97978F',
  'grey-brown': '#8C8071',
  brown: '#7A5B40',
  'red-brown': '#86492F',
  blackish: '#3A3632',
  bronze: '#97744A',
  green: '#7F9A57',
  'cream-mottled': '#D9D3B4',
  orange: '#D79253',
  yellow: '#DDC65A',
  cream: '#F1E6BF',
  pink: '#DFA3AE',
  red: '#A8362F',
  purple: '#6D3F63',
  'blue-violet': '#7A74B5',
  'purple-brown': '#573843',
  black: '#2B2728',
  'purple-black': '#372B40',
  blue: '#6F8FA6',
  'pink-orange': '#DE9A7B',
  'red-orange': '#C05B33',
};

/** Leaf and wood under the pen by daylight, on screen and on paper. */
export const DAY_GROUNDS = {
  leaf: '#C4D3A0',
  'leaf-pale': '#E3EACF',
  'leaf-dark': '#83A05C',
  wood: '#A8947A',
  'wood-light': '#CDBFA6',
  'wood-dark': '#6B5A48',
  fruit: '#B9793F',
  paper: '#F6F2E7',
} as const;

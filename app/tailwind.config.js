/** Colours come from the palette as CSS variables, so that day and dusk share every class. */
const colour = (name) => `rgb(var(--${name}) / <alpha-value>)`;
const names = [
  'paper',
  'sheet',
  'ink',
  'soft',
  'rule',
  'oxide',
  'on-oxide',
  'lichen',
  'lichen-wash',
  'slate',
  'slate-wash',
  'sulphur',
  'sulphur-wash',
];

module.exports = {
  content: ['./src/**/*.{ts,tsx}'],
  presets: [require('nativewind/preset')],
  theme: {
    extend: {
      colors: Object.fromEntries(names.map((name) => [name, colour(name)])),
      fontFamily: {
        head: ['Bricolage_700'],
        'head-semi': ['Bricolage_600'],
        body: ['Atkinson_400'],
        'body-bold': ['Atkinson_700'],
        latin: ['Newsreader_500_Italic'],
      },
    },
  },
};

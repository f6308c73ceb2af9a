import { DAY, DUSK, type Palette } from './palette';

/** Relative luminance and contrast ratio as WCAG 2.2 defines them (success criteria 1.4.3 and 1.4.6). */
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((i) => {
    const c = parseInt(hex.slice(i, i + 2), 16) / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}
const contrast = (a: string, b: string) => {
  const [hi, lo] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (hi + 0.05) / (lo + 0.05);
};

it('black on white is 21 to 1, by the definition', () => expect(contrast('#000000', '#FFFFFF')).toBeCloseTo(21, 9));

describe.each([
  ['day', DAY],
  ['dusk', DUSK],
] as [string, Palette][])('%s', (_name, p) => {
  it.each([['paper'], ['sheet'], ['sulphurWash'], ['lichenWash'], ['slateWash']] as [keyof Palette][])(
    'body text on %s reaches AAA (7 to 1)',
    (ground) => {
      expect(contrast(p.ink, p[ground])).toBeGreaterThanOrEqual(7);
    },
  );
  it.each([
    ['soft', 'paper'],
    ['soft', 'sheet'],
    ['oxide', 'paper'],
    ['oxide', 'sheet'],
    ['onOxide', 'oxide'],
    ['slate', 'paper'],
    ['lichen', 'sheet'],
  ] as [keyof Palette, keyof Palette][])('%s on %s reaches AA (4.5 to 1)', (text, ground) => {
    expect(contrast(p[text], p[ground])).toBeGreaterThanOrEqual(4.5);
  });
});

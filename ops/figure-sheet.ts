// A sheet of drawings to look at while drawing: every state of some traits, or the plates of some taxa.
//   npx tsx ops/figure-sheet.ts OUT.png leaf-margin leaf-base        every state of these traits
//   npx tsx ops/figure-sheet.ts OUT.png "Tilia cordata" …            the plates of these taxa
//   add --dusk for the dusk theme
import { chromium } from 'playwright-core';
import { figureFor, plateOf, type Figure } from '@dendrix/core/figures';
import { loadLibrary } from '@dendrix/library';
import { DAY, DUSK, paintColour } from '../app/src/ui/palette';

const args = process.argv.slice(2);
const palette = args.includes('--dusk') ? DUSK : DAY;
const [out = 'sheet.png', ...wanted] = args.filter((arg) => !arg.startsWith('--'));
const library = loadLibrary();

const svg = (figure: Figure, width: number) =>
  `<svg width="${width}" viewBox="0 0 ${figure.width} ${figure.height}" stroke-linejoin="round" stroke-linecap="round">${figure.shapes
    .map(
      (s) =>
        `<path d="${s.d}" fill="${paintColour(s.fill, palette)}" stroke="${paintColour(s.stroke, palette)}" stroke-width="${s.width ?? 0}" opacity="${s.opacity ?? 1}"/>`,
    )
    .join('')}</svg>`;

const cells = wanted.flatMap((word) => {
  const trait = library.traits.find((t) => t.id === word);
  if (trait) {
    return trait.states.flatMap((state) => {
      const figure = figureFor(trait.id, state.id);
      return figure ? [`<figure>${svg(figure, 150)}<figcaption>${state.id}</figcaption></figure>`] : [];
    });
  }
  const taxon = library.taxa.find((t) => t.name === word);
  return taxon
    ? [
        `<figure style="width:1150px"><div style="display:flex;gap:6px;align-items:end">${plateOf(taxon)
          .map((part) => `<div>${svg(part.figure, 136)}<br>${part.bar ?? ''}</div>`)
          .join('')}</div><figcaption>${taxon.name}</figcaption></figure>`,
      ]
    : [];
});
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: 1180, height: 400 } });
await page.setContent(
  `<body style="margin:12px;background:${palette.sheet};color:${palette.ink};font:12px sans-serif"><div style="display:flex;flex-wrap:wrap;gap:10px">${cells.join('')}</div><style>figure{margin:0;border:1px solid ${palette.rule};text-align:center;padding:2px}</style></body>`,
);
await page.screenshot({ path: out, fullPage: true });
await browser.close();

// Draws the grid of regions from the open outlines. Run by hand when a border or the table changes: npx tsx library/regions/draw.ts.
// A test holds the grid to the outlines.
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { regionWithin, shapes } from './outlines';

const STEP = 0.5;

/** One line a parallel, from the north; runs of "region×cells", "." for the sea. */
function draw(): string[] {
  const all = shapes();
  const rows: string[] = [];
  for (let latitude = 90 - STEP / 2; latitude > -90; latitude -= STEP) {
    const runs: { code: number | null; cells: number }[] = [];
    for (let longitude = -180 + STEP / 2; longitude < 180; longitude += STEP) {
      const code = latitude < -60 ? null : regionWithin(all, longitude, latitude);
      const last = runs.at(-1);
      if (last && last.code === code) last.cells++;
      else runs.push({ code, cells: 1 });
    }
    rows.push(runs.map(({ code, cells }) => `${code ?? '.'}${cells === 1 ? '' : `*${cells}`}`).join(' '));
  }
  return rows;
}

const file = fileURLToPath(new URL('../../core/geo/region-grid.ts', import.meta.url));
const rows = draw();
writeFileSync(
  file,
  `// Written by library/regions/draw.ts from open outlines; do not edit by hand.
// Regions of level 2 of the World Geographical Scheme for Recording Plant Distributions in cells of ${STEP} degrees: one line a
// parallel from the north, from 180 degrees west; "11*4" is four cells of region 11, "." the sea.
export const CELL = ${STEP};
export const ROWS: readonly string[] = [
${rows.map((row) => `  '${row}',`).join('\n')}
];
`,
);
console.log(`${rows.length} parallels, ${rows.join('').length} characters.`);

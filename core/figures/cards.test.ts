import sharp from 'sharp';
import { CARD_KINDS, ZONES, STEM_SIDES } from '../knowledge';
import { CARD_STEPS, cardRegion, referenceCard } from './cards';
import { DAY_GROUNDS, TINTS } from './paints';
import { wordsIn } from '../words/catalogue';
import { howToMeasure, HEIGHT_METHODS, STEM_SITUATIONS } from './measuring';
import { markOn, planLabel, planSectors, PLAN_SIZE } from './walk-plan';
import { type Figure, type Paint } from './shape';

// The share a card shows is measured on the picture itself: drawn by another renderer (sharp, that is librsvg) and counted pixel
// by pixel. Stem, twigs and outlines are left out, as the person who estimates leaves them out.

const colourOf = (paint: Paint | undefined): string =>
  paint === undefined || paint === 'none'
    ? 'none'
    : paint in DAY_GROUNDS
      ? DAY_GROUNDS[paint as keyof typeof DAY_GROUNDS]
      : (TINTS[paint.slice(5)] ?? '#000000');

const SCALE = 3;

async function pixels(figure: Figure, keep: (fill: Paint) => boolean): Promise<{ data: Buffer; width: number }> {
  const shapes = figure.shapes.filter((s) => s.fill && s.fill !== 'none' && keep(s.fill) && !s.stroke);
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${figure.width * SCALE}" height="${figure.height * SCALE}" viewBox="0 0 ${figure.width} ${figure.height}"><rect width="100%" height="100%" fill="#ffffff"/>${shapes.map((s) => `<path d="${s.d}" fill="${colourOf(s.fill)}"/>`).join('')}</svg>`;
  const { data, info } = await sharp(Buffer.from(svg)).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  return { data, width: info.width };
}

const farFrom = (data: Buffer, at: number, hex: string): number =>
  [1, 3, 5].reduce((sum, i, k) => sum + Math.abs((data[at + k] ?? 0) - parseInt(hex.slice(i, i + 2), 16)), 0);

/** Share of a region whose pixels are nearer to one colour than to the other, by even-odd crossing of its outline. */
async function shareOf(figure: Figure, kind: (typeof CARD_KINDS)[number], hex: string, ground: string): Promise<number> {
  const outline = cardRegion(kind);
  const { data, width } = await pixels(figure, () => true);
  let all = 0;
  let with_ = 0;
  for (let y = 0; y < figure.height * SCALE; y += 2) {
    for (let x = 0; x < figure.width * SCALE; x += 2) {
      const [px, py] = [(x + 0.5) / SCALE, (y + 0.5) / SCALE];
      let within = false;
      for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
        const [xi, yi] = outline[i] as readonly [number, number];
        const [xj, yj] = outline[j] as readonly [number, number];
        if (yi > py !== yj > py && px < ((xj - xi) * (py - yi)) / (yj - yi) + xi) within = !within;
      }
      if (!within) continue;
      all++;
      const pixel = 3 * (y * width + x);
      if (farFrom(data, pixel, hex) < farFrom(data, pixel, ground)) with_++;
    }
  }
  return with_ / all;
}

describe('reference cards show their true share', () => {
  const STEPS = CARD_STEPS.filter((step) => step > 0 && step < 100);
  const { paper, 'leaf-dark': leaf, 'wood-light': bark, 'wood-dark': marks } = DAY_GROUNDS;
  const off = TINTS.orange ?? '';
  it.each(STEPS)('see-through %d %%: so much of the crown is sky', async (percent) =>
    expect(Math.abs(100 * (await shareOf(referenceCard('see-through', percent), 'see-through', paper, leaf)) - percent)).toBeLessThan(1),
  );
  it.each(STEPS)('dieback %d %%: so much of the outline is without foliage', async (percent) =>
    expect(Math.abs(100 * (await shareOf(referenceCard('dieback', percent), 'dieback', paper, leaf)) - percent)).toBeLessThan(1.5),
  );
  it.each(STEPS)('foliage %d %%: so much of it is off', async (percent) =>
    expect(Math.abs(100 * (await shareOf(referenceCard('foliage', percent), 'foliage', off, leaf)) - percent)).toBeLessThan(1),
  );
  it.each(STEPS)('cover %d %%: so much of the bark is covered', async (percent) =>
    expect(Math.abs(100 * (await shareOf(referenceCard('cover', percent), 'cover', marks, bark)) - percent)).toBeLessThan(1),
  );
  it('a share between two cards gets the nearer one, and none lies beyond the ends', () => {
    expect(referenceCard('cover', 32)).toBe(referenceCard('cover', 30));
    expect(referenceCard('cover', 180)).toBe(referenceCard('cover', 100));
    expect(referenceCard('cover', -4)).toBe(referenceCard('cover', 0));
  });
  it.each(CARD_KINDS)('%s: each card differs from the next', (kind) => {
    const drawn = CARD_STEPS.map((step) => JSON.stringify(referenceCard(kind, step)));
    expect(new Set(drawn).size).toBe(CARD_STEPS.length);
  });
});

describe('the plan of the walk-round', () => {
  it('has a sector for every zone but the surroundings, each labelled once', () => {
    const zones = planSectors().map((s) => s.zone);
    expect([...zones].sort()).toEqual(ZONES.filter((z) => z !== 'surroundings').sort());
    expect(new Set(zones.map(planLabel)).size).toBe(zones.length);
  });
  it('north is up and east is right', () => {
    const at = (zone: string) => planSectors().find((s) => s.zone === zone)?.label ?? [0, 0];
    expect(at('stem-n')[1]).toBeLessThan(PLAN_SIZE / 2 - 50);
    expect(at('stem-e')[0]).toBeGreaterThan(PLAN_SIZE / 2 + 50);
    expect(at('stem-s')[1]).toBeGreaterThan(PLAN_SIZE / 2 + 50);
    expect(at('stem-sw')[0]).toBeLessThan(PLAN_SIZE / 2);
  });
  it.each(STEM_SIDES)('%s: a mark lies in its own sector, a high sign further out than a low one', (zone) => {
    const sector = planSectors().find((s) => s.zone === zone);
    if (!sector) throw new Error('no sector');
    const reach = (height: number) => {
      const [x, y] = markOn(sector, height, 0, 1);
      const r = Math.hypot(x - PLAN_SIZE / 2, y - PLAN_SIZE / 2);
      const turn = ((Math.atan2(x - PLAN_SIZE / 2, PLAN_SIZE / 2 - y) * 180) / Math.PI - sector.start + 720) % 360;
      expect(turn).toBeLessThan(sector.width);
      expect(r).toBeGreaterThan(sector.from);
      expect(r).toBeLessThan(sector.to);
      return r;
    };
    expect(reach(3.5)).toBeGreaterThan(reach(0.2));
  });
  it('no mark lies on the label of a part beside the stem, however many there are', () => {
    for (const sector of planSectors().filter(({ zone }) => ['unions', 'branches', 'foliage', 'crown-top'].includes(zone)))
      for (const n of [1, 2, 3, 4, 5])
        for (let k = 0; k < n; k++) {
          const [x, y] = markOn(sector, undefined, k, n);
          expect(Math.hypot(x - sector.label[0], y - sector.label[1])).toBeGreaterThan(14);
        }
  });
});

describe('how to measure', () => {
  const say = wordsIn().howTo;
  it('tells the height of the reading as the person reads lengths', () => {
    expect(say.says.level(1.37)).toMatch(/^Put the tape level around the stem, 1\.37 m above/);
    expect(wordsIn({ units: 'feet' }).howTo.says.level(1.37)).toMatch(/4\.5 ft above/);
  });
  it.each([...STEM_SITUATIONS, ...HEIGHT_METHODS.filter((m) => m !== 'typed')] as const)('%s is drawn and said', (name) => {
    const how = howToMeasure[name];
    expect(how.figure.shapes.length).toBeGreaterThan(3);
    expect(say.says[name](1.3)).toMatch(/[.]$/);
    for (const { word } of how.labels) expect(say.written[word](1.3)).toMatch(/^\S/);
    // Every word stands inside the box.
    for (const label of how.labels) {
      expect(label.at[0]).toBeGreaterThanOrEqual(0);
      expect(label.at[0]).toBeLessThanOrEqual(how.figure.width);
      expect(label.at[1]).toBeLessThanOrEqual(how.figure.height);
    }
  });
  it('where the tape may not sit at breast height, the sentence says to write the height down', () => {
    for (const name of ['fork', 'swelling', 'buttress'] as const) expect(say.says[name](1.3)).toMatch(/Record that height/);
  });
});

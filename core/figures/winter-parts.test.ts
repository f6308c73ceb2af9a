// Drawings of the leafless season, measured: outlines, buds, twigs and wings must be what their terms say, not merely be drawn.
import { testLibrary } from '../testing/library';
import { sample } from '../testing/sample';
import { budShapes, BUD_LENGTH, type BudForm } from './bud';
import { habitOf, leafyTree } from './crown';
import { fruitFigure, samaraAngle } from './fruit';
import { growTree } from './bare-tree';
import { barkFigure } from './bark';
import { figureFor } from './figure-for';
import { plateOf } from './plate';
import type { Figure, Shape } from './shape';
import { twigOf, twigShapes } from './twig';

type Box = { left: number; right: number; top: number; bottom: number };

/** Corner points of the absolute M, L, C and H commands of shapes. */
function boxOf(shapes: readonly Shape[]): Box {
  const xs: number[] = [];
  const ys: number[] = [];
  for (const { d } of shapes)
    for (const [, rest = ''] of d.matchAll(/[MLC]([^A-Za-z]*)/g)) {
      const numbers = rest
        .trim()
        .split(/[\s,]+/)
        .map(Number);
      for (let i = 0; i + 1 < numbers.length; i += 2) {
        xs.push(numbers[i] as number);
        ys.push(numbers[i + 1] as number);
      }
    }
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
}
const width = (box: Box) => box.right - box.left;
const height = (box: Box) => box.bottom - box.top;
const subpaths = (shape: Shape | undefined) => (shape?.d.match(/M/g) ?? []).length;

describe('crown outlines mean what their terms mean', () => {
  const crown = (shape: string) => boxOf(leafyTree(shape, [60, 113], 106).slice(-3));
  const half = (shape: string, t: number) => habitOf(shape, 'decurrent', 'ascending', 'medium').half(t);
  const widestAt = (shape: string) => {
    const steps = Array.from({ length: 51 }, (_, i) => i / 50);
    return steps.reduce((best, t) => (half(shape, t) > half(shape, best) ? t : best), 0);
  };

  it('columnar is far taller than wide, spreading is wider than its crown is tall', () => {
    expect(106 / width(crown('columnar'))).toBeGreaterThan(3);
    const spreading = crown('spreading');
    expect(width(spreading)).toBeGreaterThan(height(spreading));
  });
  it('conical is widest low down and ends in a point; vase is widest high up', () => {
    expect(widestAt('conical')).toBeLessThan(0.25);
    expect(half('conical', 1)).toBeLessThan(0.02);
    expect(widestAt('vase')).toBeGreaterThan(0.6);
    expect(half('vase', 0)).toBeLessThan(half('vase', 0.7) / 4);
  });
  it('oval and rounded are widest about the middle, and rounded is the broader', () => {
    for (const shape of ['oval', 'rounded']) expect(Math.abs(widestAt(shape) - 0.48)).toBeLessThan(0.1);
    expect(half('rounded', 0.5)).toBeGreaterThan(half('oval', 0.5));
  });
  it('weeping reaches nearly to the ground', () => {
    const { base } = habitOf('weeping', 'decurrent', 'drooping', 'fine');
    for (const shape of ['columnar', 'oval', 'rounded', 'vase', 'spreading'])
      expect(base).toBeLessThan(habitOf(shape, 'decurrent', 'ascending', 'medium').base);
  });
  it('no branch of a bare tree grows out below the ground', () => {
    for (const shape of ['columnar', 'conical', 'oval', 'rounded', 'vase', 'spreading', 'weeping', 'irregular'])
      for (const branches of ['ascending', 'horizontal', 'drooping'])
        for (const branch of growTree(habitOf(shape, 'decurrent', branches, 'fine')))
          expect(Math.min(...branch.points.map(([, y]) => y))).toBeGreaterThanOrEqual(0);
  });
  it('an undivided leader reaches the top, a divided one does not', () => {
    const stem = (leader: string) =>
      Math.max(
        ...growTree(habitOf('oval', leader, 'ascending', 'medium'))
          .filter((branch) => branch.level === 0)
          .flatMap((branch) => branch.points.map(([, y]) => y)),
      );
    expect(stem('excurrent')).toBeGreaterThan(0.9);
    expect(stem('excurrent')).toBeGreaterThan(stem('decurrent'));
  });
});

describe('buds mean what their terms mean', () => {
  const bud = (changes: Partial<BudForm>) =>
    budShapes({ shape: 'ovoid', scales: 'many', colour: '', surface: 'smooth', ...changes }, [60, 100], 0, 80);
  const outline = (shape: string) => boxOf([bud({ shape, scales: '' })[0] as Shape]);
  const slender = (shape: string) => height(outline(shape)) / width(outline(shape));

  it('a long thin bud is the most slender, then conical, then egg-shaped; a round one is as broad as long', () => {
    const order = ['needle-long', 'conical', 'ovoid', 'round'].map(slender);
    expect([...order].sort((a, b) => b - a)).toEqual(order);
    expect(slender('needle-long')).toBeGreaterThan(4);
    expect(slender('round')).toBeGreaterThan(0.75);
    expect(slender('round')).toBeLessThan(1.25);
  });
  it('a long thin bud is long and a hidden one hardly stands out', () => {
    expect(BUD_LENGTH['needle-long']).toBeGreaterThan(1.5 * (BUD_LENGTH.ovoid as number));
    expect(BUD_LENGTH.hidden).toBeLessThan(0.4);
  });
  it('only a bud swollen on one side is unlike left and right', () => {
    const lean = (shape: string) => {
      const { left, right } = outline(shape);
      return Math.abs(right - 60 - (60 - left));
    };
    expect(lean('swollen-one-side')).toBeGreaterThan(10);
    for (const shape of ['needle-long', 'conical', 'ovoid', 'round', 'flat-triangular', 'stalked']) expect(lean(shape)).toBeLessThan(0.1);
  });
  it('the lines of overlap tell the scales: one seam for a cap, two for two or three, many for many', () => {
    const seams = (scales: string) => subpaths(bud({ scales })[2]);
    expect(seams('one')).toBe(1);
    expect(seams('two-three')).toBe(2);
    expect(seams('many')).toBeGreaterThan(6);
  });
  it('colour is the colour told; seams on dark buds are light, so that they are seen', () => {
    expect(bud({ colour: 'black' })[0]?.fill).toBe('tint:black');
    expect(bud({ colour: 'black' })[2]?.stroke).toBe('paper');
    expect(bud({ colour: 'green' })[2]?.stroke).toBe('ink');
  });
  it('hairs stand out beyond the outline', () => {
    expect(width(boxOf(bud({ surface: 'hairy' })))).toBeGreaterThan(width(boxOf(bud({}))));
  });
});

describe('twigs mean what their terms mean', () => {
  const buds = (arrangement: string) =>
    twigShapes(twigOf({ arrangement, bud: { shape: 'ovoid', scales: '', colour: 'red', surface: 'smooth' } }))
      .filter((shape) => shape.fill === 'tint:red')
      .map((shape) => boxOf([shape]))
      .map((box) => ({ x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 }));
  const sideBuds = (arrangement: string) => buds(arrangement).filter(({ x }) => Math.abs(x - 60) > 2);

  it('opposite: for every bud one across from it; alternate: none across from any', () => {
    const across = (arrangement: string) =>
      sideBuds(arrangement).filter((a) =>
        sideBuds(arrangement).some((b) => Math.abs(a.y - b.y) < 1 && Math.abs(a.x - 60 + (b.x - 60)) < 1 && a.x !== b.x),
      ).length;
    expect(sideBuds('opposite').length).toBeGreaterThan(4);
    expect(across('opposite')).toBe(sideBuds('opposite').length);
    expect(sideBuds('alternate').length).toBeGreaterThan(2);
    expect(across('alternate')).toBe(0);
  });
  it('alternate buds go left and right by turns on the way up', () => {
    const sides = sideBuds('alternate')
      .sort((a, b) => b.y - a.y)
      .map(({ x }) => Math.sign(x - 60));
    sides.slice(1).forEach((side, i) => expect(side).toBe(-(sides[i] as number)));
  });
  it('whorled has more buds at a level than opposite', () => expect(buds('whorled').length).toBeGreaterThan(buds('opposite').length));
  it('stout is thicker than medium, medium than slender', () => {
    const thick = (thickness: string) => Math.max(...twigShapes(twigOf({ thickness })).map((shape) => shape.width ?? 0));
    expect(thick('stout')).toBeGreaterThan(thick('medium'));
    expect(thick('medium')).toBeGreaterThan(thick('slender'));
  });
  it('only a zigzag twig leaves its line', () => {
    const spread = (line: string) => width(boxOf([twigShapes(twigOf({ line, bare: true, surface: 'smooth' }))[0] as Shape]));
    expect(spread('straight')).toBeLessThan(1);
    expect(spread('zigzag')).toBeGreaterThan(8);
  });
  it('pith: rooms one above another when chambered, one body when solid, nothing when hollow', () => {
    const bodies = (state: string) => figureFor('pith', state)?.shapes.filter((shape) => shape.fill === 'tint:cream').length;
    expect(bodies('chambered')).toBeGreaterThan(8);
    expect(bodies('solid')).toBe(1);
    expect(bodies('hollow')).toBe(0);
  });
});

describe('fruits mean what their terms mean', () => {
  /** Angle between the two wings of a key, degrees: from the axis of each wing's outline. */
  const between = (state: string) => {
    const { shapes } = samaraAngle(state) as Figure;
    const tip = (side: 1 | -1) => {
      const points = shapes.flatMap(({ d }) =>
        [...d.matchAll(/[MLC]([^A-Za-z]*)/g)].flatMap(([, rest = '']) => {
          const n = rest
            .trim()
            .split(/[\s,]+/)
            .map(Number);
          return Array.from({ length: Math.floor(n.length / 2) }, (_, i) => [n[2 * i] as number, n[2 * i + 1] as number] as const);
        }),
      );
      const from = 44;
      return points
        .filter(([x]) => side * (x - 60) > 0)
        .reduce((far, p) => (Math.hypot(p[0] - 60, p[1] - from) > Math.hypot(far[0] - 60, far[1] - from) ? p : far), [60, from] as const);
    };
    const [a, b] = [tip(1), tip(-1)];
    const angle = Math.atan2(a[1] - 44, a[0] - 60) - Math.atan2(b[1] - 44, b[0] - 60);
    return Math.abs((Math.atan2(Math.sin(angle), Math.cos(angle)) * 180) / Math.PI);
  };

  it('wings in one line stand near 180 degrees apart, wide ones less, narrow ones under a right angle', () => {
    expect(between('straight')).toBeGreaterThan(155);
    expect(between('wide')).toBeLessThan(between('straight'));
    expect(between('acute')).toBeLessThan(90);
    expect(between('acute')).toBeLessThan(between('wide'));
  });
  it('a fruit takes the colour of its record', () => {
    expect(JSON.stringify(fruitFigure('berry', 'red'))).toContain('tint:red');
    expect(JSON.stringify(fruitFigure('berry', 'black'))).not.toContain('tint:red');
  });
});

describe('plates in winter', () => {
  it('where young and old bark differ in the record they differ on the plate', () => {
    const differing = testLibrary.taxa.filter(({ traits }) => {
      const bark = traits['bark-texture'];
      if (bark?.kind !== 'states') return false;
      const [young, old] = [Object.keys(bark.young)[0] as string, Object.keys(bark.old)[0] as string];
      return !bark.young[old] && !bark.old[young];
    });
    expect(differing.length).toBeGreaterThan(80);
    for (const taxon of sample(differing, 25)) {
      const parts = plateOf(taxon);
      const drawn = (part: string) => JSON.stringify(parts.find((p) => p.part === part)?.figure);
      expect({ taxon: taxon.name, same: drawn('bark-young') === drawn('bark-old') }).toEqual({ taxon: taxon.name, same: false });
    }
  });
  it('a bark nobody recorded a colour for is drawn in the usual one, never in none', () => {
    for (const state of testLibrary.traits.find((trait) => trait.id === 'bark-texture')?.states ?? [])
      expect(barkFigure(state.id)?.shapes[0]?.fill).toMatch(/^tint:/);
  });
});

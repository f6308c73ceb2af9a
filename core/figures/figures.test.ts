import { testLibrary } from '../testing/library';
import type { Taxon } from '../knowledge';
import { barkFigure } from './bark';
import { DRAWN_TRAITS, figureFor } from './figure-for';
import { leafFigure } from './leaf';
import { plateOf } from './plate';
import { leafFormOf, plateLeaf, usualState } from './plate-leaf';
import { leafOf, type LeafForm } from './leaf/form';
import { type Figure } from './shape';
import { sides, widthAt } from './leaf/blade';
import { handSide } from './leaf/hand';
import { withMargin } from './leaf/margin';
import { growTree } from './bare-tree';
import { habitOf } from './crown';
import { FRUIT_DRAWN } from './fruit';

/** A path that is no path, or null. */
function broken(figure: Figure): string | null {
  for (const { d } of figure.shapes) {
    if (/NaN|undefined|Infinity/.test(d)) return d.slice(0, 60);
    if (d !== '' && !/^M/.test(d)) return d.slice(0, 60);
  }
  return null;
}

/** Points of the absolute straight and curved commands; arcs are left out. */
const points = (d: string) =>
  [...d.matchAll(/[MLC]([^MLCAZaz]*)/g)].flatMap(([, rest = '']) => {
    const numbers = rest
      .trim()
      .split(/[\s,]+/)
      .map(Number);
    return Array.from(
      { length: Math.floor(numbers.length / 2) },
      (_, i) => [numbers[2 * i] as number, numbers[2 * i + 1] as number] as const,
    );
  });

const record = (name: string) => testLibrary.taxa.find((taxon) => taxon.name === name) as Taxon;

describe('answers', () => {
  const states = testLibrary.traits.flatMap((trait) => trait.states.map((state) => [trait.id, state.id] as const));
  it.each(states)('%s %s is drawn, and whole', (trait, state) => {
    const figure = figureFor(trait, state);
    expect(figure).not.toBeNull();
    expect(broken(figure as Figure)).toBeNull();
  });
  it('every trait with answers is drawn by one file, and no file draws a trait that the vocabulary does not hold', () =>
    expect([...DRAWN_TRAITS].sort()).toEqual(
      testLibrary.traits.flatMap(({ id, states: answers }) => (answers.length > 0 ? [id] : [])).sort(),
    ));
  it('a word that no trait holds has no drawing', () => {
    expect(figureFor('bark-texture', 'no-such-bark')).toBeNull();
    expect(figureFor('no-such-trait', 'smooth')).toBeNull();
  });
  it('no two states of a trait are drawn alike', () => {
    for (const trait of testLibrary.traits) {
      const drawn = trait.states.flatMap((state) => (figureFor(trait.id, state.id) ? [JSON.stringify(figureFor(trait.id, state.id))] : []));
      expect({ trait: trait.id, different: new Set(drawn).size }).toEqual({ trait: trait.id, different: drawn.length });
    }
  });
  it('the same answer is the same figure, so that a screen need not draw it again', () =>
    expect(figureFor('bark-texture', 'corky')).toBe(figureFor('bark-texture', 'corky')));
  const boxed = testLibrary.traits
    .filter((trait) => trait.id.startsWith('leaf') || trait.id === 'needle-set' || trait.id === 'frond-form')
    .flatMap((trait) => trait.states.flatMap((state) => figureFor(trait.id, state.id) ?? []));
  it('leaves stay in their box', () => {
    const margin = 8;
    const outside = boxed.flatMap(({ width, height, shapes }) =>
      shapes
        .flatMap((shape) => points(shape.d))
        .filter(([x, y]) => x < -margin || x > width + margin || y < -margin || y > height + margin),
    );
    expect(boxed.length).toBeGreaterThan(60);
    expect(outside).toEqual([]);
  });
});

// Terms of leaf shape by their definitions (definitions of descriptive botany, as in any flora's glossary).
describe('leaf forms mean what their terms mean', () => {
  const side = (changes: Partial<LeafForm>) => sides(leafOf(changes));
  const widest = (changes: Partial<LeafForm>) => {
    const { right } = side(changes);
    return right.reduce((best, p) => (p[0] > best[0] ? p : best))[1];
  };
  const lengthOverWidth = (changes: Partial<LeafForm>) => 1 / (2 * Math.max(...side(changes).right.map(([x]) => x)));

  it('ovate is widest below the middle, elliptic in it, obovate above it', () => {
    expect(widest({ shape: 'ovate' })).toBeLessThan(0.45);
    expect(widest({ shape: 'elliptic' })).toBeCloseTo(0.5, 1);
    expect(widest({ shape: 'obovate' })).toBeGreaterThan(0.55);
    expect(widest({ shape: 'spatulate' })).toBeGreaterThan(widest({ shape: 'obovate' }));
  });
  it('linear is narrower than lance, lance than elliptic; round is about as wide as long', () => {
    const [linear, lance, elliptic, round] = ['linear', 'lance', 'elliptic', 'round'].map((shape) => lengthOverWidth({ shape })) as [
      number,
      number,
      number,
      number,
    ];
    expect(linear).toBeGreaterThan(lance);
    expect(lance).toBeGreaterThan(elliptic);
    expect(round).toBeLessThan(1.2);
  });
  it('a heart base hangs below the stalk, a wedge does not and is narrower low down than a rounded one', () => {
    const low = (base: string) => Math.min(...side({ base }).right.map(([, y]) => y));
    expect(low('heart')).toBeLessThan(-0.05);
    expect(low('wedge')).toBeGreaterThanOrEqual(0);
    expect(widthAt(side({ base: 'wedge' }).right, 0.1)).toBeLessThan(widthAt(side({ base: 'rounded' }).right, 0.1));
  });
  it('only a lopsided base has unlike sides: one begins higher up the stalk', () => {
    const { right, left } = side({ base: 'lopsided' });
    expect((left[0] as readonly [number, number])[1]).toBeGreaterThan((right[0] as readonly [number, number])[1]);
    for (const base of ['wedge', 'rounded', 'heart']) expect(side({ base }).left).toEqual(side({ base }).right);
  });
  it('a drawn-out tip is narrow long before the end; a notched one ends below its shoulders', () => {
    expect(widthAt(side({ tip: 'drawn-out' }).right, 0.92)).toBeLessThan(widthAt(side({ tip: 'pointed' }).right, 0.92));
    const notched = side({ tip: 'notched' }).right;
    expect((notched.at(-1) as readonly [number, number])[1]).toBeLessThan(Math.max(...notched.map(([, y]) => y)) - 0.05);
  });
  it('teeth: none on an entire edge, more single than coarse ones, small on large when double', () => {
    const { right } = side({});
    const corners = (margin: string) => {
      const edge = withMargin(right, margin);
      let n = 0;
      for (let i = 1; i < edge.length - 1; i++) {
        const [a, b, c] = [edge[i - 1], edge[i], edge[i + 1]] as [
          readonly [number, number],
          readonly [number, number],
          readonly [number, number],
        ];
        const turn = Math.atan2(c[1] - b[1], c[0] - b[0]) - Math.atan2(b[1] - a[1], b[0] - a[0]);
        if (Math.abs(Math.atan2(Math.sin(turn), Math.cos(turn))) > 0.6) n++;
      }
      return n;
    };
    expect(withMargin(right, 'entire')).toEqual(right);
    expect(corners('entire')).toBe(0);
    expect(corners('single-toothed')).toBeGreaterThan(corners('coarse-toothed'));
    expect(corners('double-toothed')).toBeGreaterThan(corners('coarse-toothed'));
  });
  it('a hand has the lobes it is told, and deep ones are cut nearer to the stalk', () => {
    for (const lobeCount of [3, 5, 7, 9]) expect(2 * handSide(leafOf({ lobes: 'palmate', lobeCount })).tips.length - 1).toBe(lobeCount);
    const gap = (depth: string) => {
      const stretches = handSide(leafOf({ lobes: 'palmate', lobeCount: 5, depth })).right;
      const [x = 0, y = 0] = stretches.at(-1)?.[0] ?? [];
      return Math.hypot(x, y);
    };
    expect(gap('deep')).toBeLessThan(gap('half'));
    expect(gap('half')).toBeLessThan(gap('shallow'));
  });
  it('a compound leaf has as many leaflets as it is told, while they can be told apart', () => {
    const blades = (leaflets: number) =>
      leafFigure(leafOf({ type: 'pinnate', leaflets })).shapes.filter((shape) => shape.fill === 'leaf').length;
    for (const n of [5, 7, 11, 15]) expect(blades(n)).toBe(n);
  });
});

describe('winter trees', () => {
  const tips = (branches: string) =>
    growTree(habitOf('oval', 'excurrent', branches, 'limbs'))
      .filter((branch) => branch.level === 1)
      .map(({ points: p }) => ({ rise: (p.at(-1) as readonly [number, number])[1] - (p[0] as readonly [number, number])[1] }));
  const meanRise = (branches: string) => tips(branches).reduce((sum, t) => sum + t.rise, 0) / tips(branches).length;
  it('ascending branches end higher than they begin, drooping ones lower than level ones', () => {
    expect(meanRise('ascending')).toBeGreaterThan(meanRise('horizontal'));
    expect(meanRise('horizontal')).toBeGreaterThan(meanRise('drooping'));
  });
  it('fine crowns have more twigs than coarse ones', () => {
    const count = (density: string) => growTree(habitOf('rounded', 'decurrent', 'ascending', density)).length;
    expect(count('fine')).toBeGreaterThan(count('medium'));
    expect(count('medium')).toBeGreaterThan(count('coarse'));
  });
  it('grow the same every time', () =>
    expect(growTree(habitOf('vase', 'decurrent', 'ascending', 'fine'))).toEqual(
      growTree(habitOf('vase', 'decurrent', 'ascending', 'fine')),
    ));
});

describe('plates', () => {
  it.each(testLibrary.taxa.map((taxon) => [taxon.name, taxon] as const))('%s is whole', (_name, taxon) => {
    expect(broken(plateLeaf(taxon))).toBeNull();
    const parts = plateOf(taxon);
    for (const part of parts) expect(broken(part.figure)).toBeNull();
    expect(parts.map((part) => part.part)).toEqual(expect.arrayContaining(['tree', 'leaf', 'bark-young', 'bark-old']));
  });
  it('are put together from the taxon’s own values', () => {
    expect(leafFormOf(record('Acer platanoides'))).toMatchObject({ lobes: 'palmate', base: 'heart' });
    expect(leafFormOf(record('Aesculus hippocastanum'))).toMatchObject({ type: 'palmate-compound', shape: 'obovate' });
    expect(leafFormOf(record('Pinus strobus'))).toMatchObject({ type: 'needle', needleSet: 'in-bundles', bundle: 5 });
    expect(usualState(record('Betula pendula'), 'bark-texture', 'young')).not.toBe(
      usualState(record('Betula pendula'), 'bark-texture', 'old'),
    );
  });
  it('are to scale: the bar of a leaf stands to the leaf as its words do', () => {
    // Tilia cordata 4 to 8 cm: a bar of 2 cm is a third of the middle leaf of 6 cm.
    const leaf = plateOf(record('Tilia cordata')).find((part) => part.part === 'leaf');
    expect(leaf?.bar).toBe('2 cm');
    const bar = points(leaf?.figure.shapes.at(-1)?.d ?? '');
    const long = Math.max(...bar.map(([x]) => x)) - Math.min(...bar.map(([x]) => x));
    const blade = points(leaf?.figure.shapes[0]?.d ?? '');
    // The heart base hangs below the stalk point from which the length is told.
    const drawn = Math.max(...blade.map(([, y]) => y)) - Math.min(...blade.map(([, y]) => y));
    expect(long / drawn).toBeGreaterThan(0.25);
    expect(long / drawn).toBeLessThan(0.36);
  });
  it('every fruit that has a size has a length it is drawn at', () => {
    for (const taxon of testLibrary.taxa) {
      const type = usualState(taxon, 'fruit-type');
      if (type && type !== 'fluffy-seed') expect({ type, drawn: FRUIT_DRAWN[type] !== undefined }).toEqual({ type, drawn: true });
    }
  });
  it('bark takes its colour and undertone from the record', () => {
    expect(barkFigure('blocky', 'blackish')?.shapes[0]?.fill).toBe('tint:blackish');
    expect(JSON.stringify(barkFigure('papery-peel', 'white', 'pink-orange'))).toContain('tint:pink-orange');
    expect(barkFigure('no such bark')).toBeNull();
  });
});

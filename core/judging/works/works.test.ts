import fc from 'fast-check';
import { shareBeyond } from '../../maths/segment';
import { emptyLook, type Works } from '../../record/look';
import type { RootStandard } from '../../record/organisation';
import { judgeWorks as judgeOf } from './works';

const judgeWorks = (dbh: number | undefined, standard: RootStandard, works: Works[]) =>
  judgeOf({ ...emptyLook('2026-07-01'), taxon: null, measurements: dbh === undefined ? {} : { dbh: { m: dbh } }, works }, standard);

describe('works near a tree', () => {
  it('the share beyond a straight edge: half at the stem, none at the rim, a known segment between (geometry)', () => {
    expect(shareBeyond(6, 0)).toBeCloseTo(0.5, 12);
    expect(shareBeyond(6, 6)).toBe(0);
    // A chord at half the radius cuts off (π/3 − √3/4) / π of a disc.
    expect(shareBeyond(6, 3)).toBeCloseTo((Math.PI / 3 - Math.sqrt(3) / 4) / Math.PI, 12);
  });
  it('falls with distance, and agrees with counting points', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 15, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (r, a, b) => {
          // At the rim the difference of two nearly equal terms leaves a rounding of some 1e-9 of the disc.
          expect(shareBeyond(r, r * Math.min(a, b))).toBeGreaterThanOrEqual(shareBeyond(r, r * Math.max(a, b)) - 1e-7);
        },
      ),
    );
    const steps = 400;
    let all = 0;
    let beyond = 0;
    for (let i = 0; i < steps; i++)
      for (let j = 0; j < steps; j++) {
        const [x, y] = [(2 * (i + 0.5)) / steps - 1, (2 * (j + 0.5)) / steps - 1];
        if (x * x + y * y > 1) continue;
        all++;
        if (x > 0.3) beyond++;
      }
    expect(shareBeyond(1, 0.3)).toBeCloseTo(beyond / all, 2);
  });
  // A tree of 50 cm: BS 5837 and AS 4970 both 12 d = 6 m; structural 0.64 (50 · 0.5)^0.42 = 2.47 m (from memory of the standards).
  it.each([
    ['bs5837', 7, 'outside the root zone'],
    ['bs5837', 5.5, 'inside the root zone'],
    ['bs5837', 2, 'at the roots that hold the tree'],
    ['as4970', 2.4, 'at the roots that hold the tree'],
    ['as4970', 2.6, 'inside the root zone'],
    ['feet-per-inch', 6.2, 'outside the root zone'],
  ] as const)('%s, a trench at %d m: %s', (standard, distance, where) => {
    const judged = judgeWorks(0.5, standard, [{ kind: 'trench', distance }]);
    expect(judged?.works[0]?.where).toBe(where);
    expect(judged?.structuralRadius).toBeCloseTo(0.64 * 25 ** 0.42, 6);
  });
  it('a thin stem is held by roots that reach past its root zone: cutting them is never called outside', () => {
    // 5 cm: BS 5837 gives 0.6 m, AS 4970 at least 1.5 m of roots that hold the tree (from memory of the standards).
    const judged = judgeWorks(0.05, 'bs5837', [{ kind: 'trench', distance: 1 }])?.works[0];
    expect(judged?.where).toBe('at the roots that hold the tree');
    expect(judged?.says).not.toMatch(/0%/);
    expect(judgeWorks(0.05, 'bs5837', [{ kind: 'trench', distance: 1.6 }])?.works[0]?.where).toBe('outside the root zone');
  });
  it('up to a tenth is a minor encroachment by AS 4970 (from memory), more is not', () => {
    const says = (distance: number) => judgeWorks(0.5, 'as4970', [{ kind: 'trench', distance }])?.works[0]?.says ?? '';
    expect(shareBeyond(6, 4.5)).toBeLessThan(0.1);
    expect(says(4.5)).toMatch(/a minor encroachment by AS 4970/);
    expect(shareBeyond(6, 3.5)).toBeGreaterThan(0.1);
    expect(says(3.5)).toMatch(/more than the tenth/);
  });
  it('cutting what holds the tree needs a qualified assessor; nothing outside needs anything', () => {
    expect(judgeWorks(0.5, 'bs5837', [{ kind: 'trench', distance: 1 }])?.works[0]?.needs.join(' ')).toMatch(/qualified assessor/);
    expect(judgeWorks(0.5, 'bs5837', [{ kind: 'paving', distance: 9 }])?.works[0]?.needs).toEqual([]);
  });
  it('without a diameter or works there is nothing to say', () => {
    expect(judgeWorks(undefined, 'bs5837', [{ kind: 'trench', distance: 1 }])).toBeNull();
    expect(judgeWorks(0.5, 'bs5837', [])).toBeNull();
  });
  it('nearer works never read milder', () => {
    const RANK = ['outside the root zone', 'inside the root zone', 'at the roots that hold the tree'];
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (dbh, a, b) => {
          const at = (distance: number) => RANK.indexOf(judgeWorks(dbh, 'as4970', [{ kind: 'trench', distance }])?.works[0]?.where ?? '');
          expect(at(Math.min(a, b))).toBeGreaterThanOrEqual(at(Math.max(a, b)));
        },
      ),
    );
  });
});

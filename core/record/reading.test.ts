import fc from 'fast-check';
import { edgeLeaving, shareBeyond } from '../maths/segment';
import { recorded, type Against } from './reading';
import type { SignSeen } from './sign';

const sign = (fields: Partial<SignSeen>): SignSeen => ({ id: 'wound', zone: 'stem-n', key: 'k', ...fields });
const tree = (more: Partial<Against> = {}): Against => ({ dbh: 0.4, thin: 0.25, seeThrough: 20, ...more });

describe('what a sign says against its tree', () => {
  // Worked by hand: a stem of 40 cm is π · 40 = 125.66 cm round.
  it.each([
    [{ width: 0.2 }, tree(), 15.9155],
    [{ opening: 0.2 }, tree(), 15.9155],
    [{ width: 0.2 }, tree({ dbh: null }), 25.4648],
    [{ percent: 40, width: 0.2 }, tree(), 40],
    [{ percent: 5, width: 0.2 }, tree(), 15.9155],
    [{ percent: 5, width: 0.2 }, tree({ dbh: null }), 5],
    [{ width: 0.1, diameter: 0.08 }, tree(), 39.7887],
    [{ width: 3 }, tree(), 100],
  ])('share of the girth of %j', (fields, against, share) => expect(recorded(sign(fields), 'girthShare', against)).toBeCloseTo(share, 3));
  // A honey locust that shows 40% of sky has lost nothing; a beech that shows half of it, of 15% usual, has lost 35 / 85 = 41.2%.
  it.each([
    [40, 40, 0],
    [50, 15, 41.176],
    [100, 20, 100],
    [10, 20, 0],
  ])('%d %% of sky where %d %% is usual: %d %% of the leaf lost', (percent, seeThrough, lost) =>
    expect(recorded(sign({ percent }), 'crownLoss', tree({ seeThrough }))).toBeCloseTo(lost, 2),
  );
  it('a cut is told in stem diameters, from its distance or from the share of the ground it took', () => {
    expect(recorded(sign({ distance: 1 }), 'stemDiameters', tree({ dbh: 0.6 }))).toBeCloseTo(1.6667, 3);
    // Half of the ground is gone at the stem; (π/3 − √3/4) / π = 19.55% beyond half of twelve diameters.
    expect(recorded(sign({ percent: 50 }), 'stemDiameters', tree())).toBeCloseTo(0, 6);
    expect(recorded(sign({ percent: 100 * (1 / 3 - Math.sqrt(3) / (4 * Math.PI)) }), 'stemDiameters', tree())).toBeCloseTo(6, 6);
    expect(recorded(sign({}), 'stemDiameters', tree())).toBeUndefined();
  });
  it('the edge that leaves a share is the inverse of the share beyond an edge', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 0.5, noNaN: true }), (share) =>
        expect(shareBeyond(1, edgeLeaving(share))).toBeCloseTo(share, 6),
      ),
    );
  });
  it.each([
    [0.02, 'fine'],
    [0.025, 'small'],
    [0.099, 'small'],
    [0.1, 'large'],
  ])('a limb of %d m is %s', (diameter, size) => expect(recorded(sign({ diameter }), 'size', tree())).toBe(size));
});

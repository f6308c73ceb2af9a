import { through } from './curve';
import { polyline, smooth, type Pt, type Shape } from './shape';

/** A palm: a stem without branches under a head of fronds. */
export function palmTree(foot: Pt, height: number, feather = true): Shape[] {
  const top: Pt = [foot[0] + height * 0.02, foot[1] - height * 0.72];
  const ribs: string[] = [];
  const fronds = Array.from({ length: 11 }, (_, i) => {
    const a = -1.9 + (3.8 * i) / 10;
    const r = height * (0.34 - 0.05 * Math.abs(a) * 0.6);
    const rib = through(
      [
        top,
        [top[0] + Math.sin(a) * r * 0.5, top[1] - Math.cos(a) * r * 0.55 - r * 0.1],
        [top[0] + Math.sin(a) * r, top[1] - Math.cos(a) * r * 0.6 + r * 0.18],
      ],
      7,
    );
    const leaflets = rib.slice(2).map(([x, y], k) => {
      const l = height * 0.05 * Math.sin(0.5 + k * 0.2);
      return polyline([
        [x - l * 0.7, y + l],
        [x, y],
        [x + l * 0.7, y + l],
      ]);
    });
    ribs.push(polyline(rib));
    return feather ? leaflets.join('') : leaflets.slice(-7).join('');
  });
  const w = height * 0.026;
  return [
    {
      d: smooth(
        [
          [foot[0] - w * 1.5, foot[1]],
          [foot[0] - w, foot[1] - height * 0.3],
          [top[0] - w * 0.8, top[1]],
          [top[0] + w * 0.8, top[1]],
          [foot[0] + w, foot[1] - height * 0.3],
          [foot[0] + w * 1.5, foot[1]],
        ],
        true,
      ),
      fill: 'wood',
      stroke: 'ink',
      width: 1.3,
    },
    {
      d: Array.from({ length: 9 }, (_, i) =>
        polyline([
          [foot[0] - w, foot[1] - height * (0.06 + i * 0.072)],
          [foot[0] + w, foot[1] - height * (0.066 + i * 0.072)],
        ]),
      ).join(''),
      stroke: 'ink',
      width: 0.8,
      fill: 'none',
    },
    { d: fronds.join(''), stroke: 'leaf-dark', width: 1.5, fill: 'none' },
    { d: ribs.join(''), stroke: 'ink', width: 1, fill: 'none' },
  ];
}

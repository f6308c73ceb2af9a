import { budShapes, BUD_LENGTH, type BudForm } from './bud';
import { circle, ellipse, polyline, pts, smooth, wobble, type Paint, type Pt, type Shape } from './shape';

/** What a winter twig is like; states of the vocabulary. */
export interface TwigForm {
  arrangement: string;
  thickness: string;
  line: string;
  surface: string;
  bud: BudForm;
  set: string;
  /** A state of bark-colour or plain wood. */
  colour: Paint;
  /** Leaves the side buds out, so that the surface is seen. */
  bare?: boolean;
}

export const PLAIN_TWIG: TwigForm = {
  arrangement: 'alternate',
  thickness: 'medium',
  line: 'straight',
  surface: 'smooth',
  bud: { shape: 'ovoid', scales: 'many', colour: '', surface: 'smooth' },
  set: 'spreading',
  colour: 'wood',
};

/** A plain twig with some values changed. */
export const twigOf = (changes: Partial<TwigForm>): TwigForm => ({ ...PLAIN_TWIG, ...changes });

const WIDTH: Record<string, number> = { slender: 3.4, medium: 6.4, stout: 12 };

/** Angle of a bud from the twig, by how it sits. */
const ANGLE: Record<string, number> = { 'pressed-flat': 0.16, spreading: 0.82, canted: 1.05, 'clustered-tip': 0.62, 'round-clusters': 0.9 };

interface Node {
  at: Pt;
  side: 1 | -1;
}

/** The line of a twig from below up, and where its buds stand. */
function spine(form: TwigForm, x: number, from: number, to: number): { line: Pt[]; nodes: Node[] } {
  const n = 4;
  const step = (from - to) / (n + 0.6);
  const nodes: Node[] = [];
  const line: Pt[] = [[x, from]];
  const zig = form.line === 'zigzag' ? 7 : 0;
  for (let i = 0; i < n; i++) {
    const side = i % 2 ? -1 : 1;
    const at: Pt = [x + side * zig, from - step * (i + 0.7)];
    line.push(at);
    nodes.push({ at, side });
  }
  line.push([x + (zig ? -zig * 0.3 : 0), to]);
  return { line, nodes };
}

export function stem(points: readonly Pt[], width: number, colour: Paint, sharp: boolean): Shape[] {
  const d = sharp ? polyline(points) : smooth(points);
  return [
    { d, stroke: 'ink', width: width + 2.4, fill: 'none' },
    { d, stroke: colour, width, fill: 'none' },
    {
      d: sharp ? polyline(points.map(([x, y]): Pt => [x - width * 0.24, y])) : smooth(points.map(([x, y]): Pt => [x - width * 0.24, y])),
      stroke: 'ink',
      width: width * 0.3,
      fill: 'none',
      opacity: 0.14,
    },
  ];
}

/** What is on the surface of a twig, laid along its line. */
function surface(form: TwigForm, line: readonly Pt[], width: number): { behind: Shape[]; over: Shape[] } {
  const along = line.slice(0, -1).flatMap((p, i) => {
    const q = line[i + 1] as Pt;
    return Array.from({ length: 9 }, (_, k): Pt => [p[0] + ((q[0] - p[0]) * k) / 9, p[1] + ((q[1] - p[1]) * k) / 9]);
  });
  const hairs = (every: number, long: number): Shape => ({
    d: along
      .flatMap(([x, y], i) =>
        i % every === 0
          ? [
              polyline([
                [x - width / 2, y],
                [x - width / 2 - long, y - long * 0.55],
              ]),
              polyline([
                [x + width / 2, y],
                [x + width / 2 + long, y - long * 0.55],
              ]),
            ]
          : [],
      )
      .join(''),
    stroke: 'ink',
    width: 0.8,
    fill: 'none',
  });
  switch (form.surface) {
    case 'downy':
      return { behind: [hairs(2, 3.4)], over: [] };
    case 'velvety':
      return {
        behind: [hairs(1, 6.5)],
        over: [
          {
            d: along
              .map(([x, y], i) =>
                polyline([
                  [x + wobble(i) * width * 0.3, y],
                  [x + wobble(i) * width * 0.3, y - 4],
                ]),
              )
              .join(''),
            stroke: 'ink',
            width: 0.6,
            fill: 'none',
            opacity: 0.7,
          },
        ],
      };
    case 'waxy':
      return {
        behind: [],
        over: [
          { d: polyline(along.slice(4, -5)), stroke: 'tint:blue', width: width * 0.55, fill: 'none', opacity: 0.75 },
          {
            d: along
              .slice(6, -6)
              .map(([x, y], i) => (i % 5 === 0 ? circle(x + wobble(i) * width * 0.2, y, 0.9) : ''))
              .join(''),
            fill: 'paper',
            opacity: 0.9,
          },
        ],
      };
    case 'ridged':
      return {
        behind: [],
        over: [
          {
            d: [-0.28, 0.02, 0.3].map((u) => polyline(along.map(([x, y]): Pt => [x + u * width, y]))).join(''),
            stroke: 'ink',
            width: 0.9,
            fill: 'none',
            opacity: 0.8,
          },
        ],
      };
    case 'corky-winged': {
      const wing = (side: 1 | -1): Pt[] =>
        along.map(([x, y], i): Pt => [x + side * (width / 2 + 5 + 3.4 * Math.sin(i * 1.15 + side) + (i % 9 === 0 ? -5 : 0)), y]);
      const edge = [...wing(1), ...wing(-1).reverse()];
      return {
        behind: [
          { d: polyline(edge, true), fill: 'wood-light', stroke: 'ink', width: 1.3 },
          {
            d: along
              .filter((_, i) => i % 3 === 1)
              .map(([x, y]) =>
                polyline([
                  [x - width / 2 - 6, y],
                  [x + width / 2 + 6, y],
                ]),
              )
              .join(''),
            stroke: 'ink',
            width: 0.6,
            fill: 'none',
            opacity: 0.6,
          },
        ],
        over: [],
      };
    }
    case 'thorny':
      return {
        behind: [
          {
            d: line
              .slice(1, -1)
              .map(([x, y], i) => {
                const side = i % 2 ? -1 : 1;
                return polyline(
                  [
                    [x - side * width * 0.3, y - 7],
                    [x - side * (width / 2 + 17), y - 15],
                    [x - side * width * 0.3, y + 3],
                  ],
                  true,
                );
              })
              .join(''),
            fill: 'wood-dark',
            stroke: 'ink',
            width: 1.2,
          },
        ],
        over: [],
      };
    case 'spurred':
      return {
        behind: line.slice(1, -1).flatMap(([x, y], i): Shape[] => {
          const side = i % 2 ? 1 : -1;
          const end: Pt = [x + side * (width / 2 + 15), y - 6];
          return [
            { d: polyline([[x, y], end]), stroke: 'ink', width: 7.4, fill: 'none' },
            { d: polyline([[x, y], end]), stroke: 'wood-light', width: 5, fill: 'none' },
            {
              d: [4, 7, 10, 13]
                .map((o) =>
                  polyline([
                    [x + side * (width / 2 + o), y - o * 0.4 - 3],
                    [x + side * (width / 2 + o), y - o * 0.4 + 3],
                  ]),
                )
                .join(''),
              stroke: 'ink',
              width: 0.9,
              fill: 'none',
            },
            ...budShapes({ ...form.bud, shape: form.bud.shape === 'hidden' ? 'ovoid' : form.bud.shape }, end, side * 0.9, 9, 1.1),
          ];
        }),
        over: [],
      };
    default:
      return { behind: [], over: [] };
  }
}

/** Scar of a leaf stalk under a bud. */
const leafScar = ([x, y]: Pt, side: number, size: number): Shape => ({
  d: ellipse(x + side * size * 0.1, y + size * 0.24, size * 0.34, size * 0.2, side * -25),
  fill: 'wood-light',
  stroke: 'ink',
  width: 0.9,
});

/** A winter twig with its buds, upright in a box. */
export function twigShapes(form: TwigForm, x = 60, from = 119, to = 26): Shape[] {
  const width = WIDTH[form.thickness] ?? 6.4;
  const { line, nodes } = spine(form, x, from, to);
  const sharp = form.line === 'zigzag';
  const size = form.thickness === 'stout' ? 19 : form.thickness === 'slender' ? 11 : 14;
  const length = size * (BUD_LENGTH[form.bud.shape] ?? 1);
  const angle = ANGLE[form.set] ?? 0.82;
  const { behind, over } = surface(form, line, width);
  const shapes: Shape[] = [...behind, ...stem(line, width, form.colour, sharp), ...over];
  const half = width / 2;
  const put = (at: Pt, side: number, turn: number) => {
    const foot: Pt = [at[0] + side * half * 0.92, at[1]];
    shapes.push(
      leafScar(foot, side, size * 0.7),
      ...budShapes(form.bud, [foot[0], foot[1] - (form.set === 'canted' ? 2 : 0)], turn, length, 1.3),
    );
  };
  for (const { at, side } of form.bare ? [] : nodes) {
    if (form.set === 'round-clusters') {
      for (const s of form.arrangement === 'opposite' ? [1, -1] : [side])
        for (const [dx, dy] of pts('2,2 8,-4 3,-9 10,4'))
          shapes.push(...budShapes({ ...form.bud, shape: 'round' }, [at[0] + s * (half + dx - 2), at[1] + dy], s * 0.5, size * 0.5, 1));
      continue;
    }
    if (form.arrangement === 'opposite' || form.arrangement === 'whorled') {
      put(at, 1, angle);
      put(at, -1, -angle);
      if (form.arrangement === 'whorled') shapes.push(...budShapes(form.bud, [at[0], at[1] + 2], 0, length * 0.85, 1.2));
    } else put(at, side, side * angle);
  }
  // The end of the twig.
  const end = line.at(-1) as Pt;
  const endLength = Math.min(length * 1.25, 30);
  if (form.set === 'clustered-tip' || form.arrangement === 'spiral-tuft') {
    for (const k of [-2, 2, -1, 1, 0])
      shapes.push(
        ...budShapes(form.bud, [end[0] + k * half * 0.5, end[1] + 2 + Math.abs(k)], k * 0.46, endLength * (1 - 0.12 * Math.abs(k)), 1.3),
      );
  } else if (form.bud.shape !== 'hidden') shapes.push(...budShapes(form.bud, [end[0], end[1] + 1], sharp ? -0.25 : 0, endLength, 1.4));
  return shapes;
}

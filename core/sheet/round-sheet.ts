import type { RoundView } from '../contracts';
import type { Figure } from '../figures/shape';
import { distanceInWords } from '../words/en/distances';
import { wordsIn } from '../words/catalogue';
import type { UnitSystem } from '../units/lengths';
import type { Sheet, SheetBlock } from './sheet';

/** Side of the drawing of the way, in its own units, and the margin in it. */
const SIDE = 200;
const EDGE = 14;

/** A clock time so many minutes after another, HH:MM. */
export function clockAfter(from: string, minutes: number): string {
  const [hours = 0, mins = 0] = from.split(':').map(Number);
  const at = (((hours * 60 + mins + Math.round(minutes)) % 1440) + 1440) % 1440;
  return `${String(Math.floor(at / 60)).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}`;
}

/** The way and its stops as a drawing, north up; null where there is nothing to draw. */
export function wayFigure(plan: Pick<RoundView['plan'], 'line' | 'stops' | 'start'>): Figure | null {
  const line =
    plan.line.length > 1
      ? plan.line
      : [plan.start, ...plan.stops].map(({ longitude, latitude }): [number, number] => [longitude, latitude]);
  const all = [...line, ...plan.stops.map(({ longitude, latitude }): [number, number] => [longitude, latitude])];
  if (all.length < 2) return null;
  const [west, east] = [Math.min(...all.map(([x]) => x)), Math.max(...all.map(([x]) => x))];
  const [south, north] = [Math.min(...all.map(([, y]) => y)), Math.max(...all.map(([, y]) => y))];
  const shrink = Math.cos((((south + north) / 2) * Math.PI) / 180);
  const scale = (SIDE - 2 * EDGE) / Math.max((east - west) * shrink, north - south, 1e-6);
  const at = ([x, y]: readonly [number, number]) => [
    EDGE + (SIDE - 2 * EDGE - (east - west) * shrink * scale) / 2 + (x - west) * shrink * scale,
    EDGE + (SIDE - 2 * EDGE - (north - south) * scale) / 2 + (north - y) * scale,
  ];
  const d = line
    .map(
      (point, i) =>
        `${i === 0 ? 'M' : 'L'}${at(point)
          .map((n) => n.toFixed(1))
          .join(' ')}`,
    )
    .join('');
  const dot = ([x, y]: number[], r: number) =>
    `M${((x as number) - r).toFixed(1)} ${(y as number).toFixed(1)}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`;
  return {
    width: SIDE,
    height: SIDE,
    shapes: [
      { d, stroke: 'soft', width: 2.4, fill: 'none' },
      ...plan.stops.map((stop) => ({ d: dot(at([stop.longitude, stop.latitude]), 4.5), fill: 'ink' as const })),
      { d: dot(at([plan.start.longitude, plan.start.latitude]), 6.5), stroke: 'oxide' as const, width: 2.4, fill: 'none' as const },
    ],
  };
}

/** The round of a crew on one printed sheet: where it goes, when it is where, why, and room to tick. */
export function roundSheetOf(round: RoundView, units: UnitSystem = 'metric'): Sheet {
  const { plan } = round;
  const { round: say } = wordsIn({ units });
  const blocks: SheetBlock[] = [
    {
      kind: 'facts',
      facts: [
        { label: say.begins, value: `${plan.from}, ${plan.start.words}` },
        { label: say.ends, value: `${clockAfter(plan.from, plan.takes)}${plan.end ? `, ${plan.end.words}` : ''}` },
        { label: say.way, value: `${distanceInWords(plan.metres, units)}, ${say.by[plan.by]}` },
      ],
    },
    { kind: 'small', words: plan.tools.length > 0 ? say.tools(plan.tools) : say.noTools },
    { kind: 'heading', words: say.stops(plan.stops.length) },
    ...plan.stops.flatMap((stop, i): SheetBlock[] => [
      {
        kind: 'facts',
        facts: [
          { label: `${i + 1}. ${clockAfter(plan.from, stop.arrive)}`, value: `${stop.tag}   ${say.seen}` },
          { label: say.place, value: stop.place },
          { label: say.stop, value: say.stopTakes(stop.minutes, distanceInWords(stop.metres, units)) },
        ],
      },
      { kind: 'text', words: stop.why },
      ...(stop.lacks.length > 0 ? [{ kind: 'small' as const, words: say.lacks(stop.lacks) }] : []),
    ]),
    { kind: 'heading', words: say.cautionsHead },
    { kind: 'caution', words: say.cautions },
  ];
  return {
    tag: round.day,
    place: round.crew.name,
    name: null,
    title: say.title,
    commonName: '',
    standing: say.madeBy(round.madeBy.name),
    leaf: wayFigure(plan),
    blocks,
    foot: say.foot,
  };
}

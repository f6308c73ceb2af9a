import type { KeyboardEvent } from 'react';
import Svg, { Circle, Defs, Path, Pattern, Rect, Text } from 'react-native-svg';
import type { SignSeen } from '@dendrix/core/contracts';
import { STEM_SIDES, type Zone } from '@dendrix/core/knowledge';
import { zoneWords } from '@dendrix/core/condition';
import { useTheme } from '@/ui';

const SIZE = 340;
const MID = SIZE / 2;

/** Rings of the plan, from the stem out: radii and the zones that share each. */
const COLLAR: readonly Zone[] = ['collar', 'roots', 'soil'];
const CROWN: readonly Zone[] = ['crown-top', 'crown-mid', 'crown-low', 'branches', 'unions', 'foliage'];
const RINGS = [
  { zones: COLLAR, from: 30, to: 66, turn: -60 },
  { zones: STEM_SIDES as readonly Zone[], from: 70, to: 128, turn: -22.5 },
  { zones: CROWN, from: 132, to: 166, turn: -30 },
] as const;

export type ZoneState = 'blank' | 'clear' | 'sign' | 'blocked';
const STATE_WORDS: Record<ZoneState, string> = {
  blank: 'not looked at',
  clear: 'looked at, nothing seen',
  sign: 'a sign here',
  blocked: 'could not be reached',
};

export const SHORT: Partial<Record<Zone, string>> = {
  collar: 'collar',
  roots: 'roots',
  soil: 'soil',
  'crown-top': 'top',
  'crown-mid': 'mid',
  'crown-low': 'low',
  branches: 'branches',
  unions: 'forks',
  foliage: 'leaf',
  surroundings: 'around',
};
const label = (zone: Zone) => SHORT[zone] ?? zone.replace('stem-', '').toUpperCase();

const polar = (r: number, degrees: number): [number, number] => [
  MID + r * Math.sin((degrees * Math.PI) / 180),
  MID - r * Math.cos((degrees * Math.PI) / 180),
];

function sector(from: number, to: number, a: number, b: number): string {
  const large = b - a > 180 ? 1 : 0;
  const [p, q, r, s] = [polar(to, a), polar(to, b), polar(from, b), polar(from, a)];
  return `M${p.join(' ')}A${to} ${to} 0 ${large} 1 ${q.join(' ')}L${r.join(' ')}A${from} ${from} 0 ${large} 0 ${s.join(' ')}Z`;
}

interface Props {
  states: ReadonlyMap<Zone, ZoneState>;
  signs: readonly SignSeen[];
  current: Zone | null;
  onPick?: (zone: Zone) => void;
  size?: number;
}

/** The plan of the stem seen from above: blank paper is nobody's word, hatched was looked at, a mark is a sign at its side. */
export function WalkRound({ states, signs, current, onPick, size = SIZE }: Props) {
  const { palette: p } = useTheme();
  return (
    <Svg width={size} height={size} viewBox={`0 0 ${SIZE} ${SIZE}`} role="group" aria-label="Plan of the stem from above, north up">
      <Defs>
        <Pattern id="hatch" width={7} height={7} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <Rect width={7} height={7} fill={p.lichenWash} />
          <Path d="M0 0V7" stroke={p.lichen} strokeWidth={1.7} />
        </Pattern>
        <Pattern id="barred" width={9} height={9} patternUnits="userSpaceOnUse">
          <Rect width={9} height={9} fill={p.paper} />
          <Path d="M0 4.5H9" stroke={p.soft} strokeWidth={1.4} strokeDasharray="4 3" />
        </Pattern>
      </Defs>
      {RINGS.map(({ zones, from, to, turn }) => {
        const width = 360 / zones.length;
        return zones.map((zone, i) => {
          const a = turn + i * width;
          const state = states.get(zone) ?? 'blank';
          const on = zone === current;
          const fill =
            state === 'clear' ? 'url(#hatch)' : state === 'sign' ? p.sulphurWash : state === 'blocked' ? 'url(#barred)' : p.sheet;
          const [x, y] = polar((from + to) / 2, a + width / 2);
          const here = signs.filter((sign) => sign.zone === zone);
          const words = `${zoneWords(zone)}: ${STATE_WORDS[state]}`;
          return (
            <g
              key={zone}
              {...(onPick
                ? {
                    role: 'button',
                    tabIndex: 0,
                    'aria-label': words,
                    'aria-pressed': on,
                    style: { cursor: 'pointer' },
                    onClick: () => onPick(zone),
                    onKeyDown: (event: KeyboardEvent<SVGGElement>) => {
                      if (event.key !== 'Enter' && event.key !== ' ') return;
                      event.preventDefault();
                      onPick(zone);
                    },
                  }
                : {})}
            >
              <Path d={sector(from, to, a + 0.9, a + width - 0.9)} fill={fill} stroke={on ? p.oxide : p.ink} strokeWidth={on ? 4 : 1.5} />
              {state === 'clear' ? (
                <Rect
                  x={x - label(zone).length * 3.9 - 3}
                  y={y - 9}
                  width={label(zone).length * 7.8 + 6}
                  height={18}
                  rx={3}
                  fill={p.lichenWash}
                />
              ) : null}
              <Text
                x={x}
                y={y + 5}
                fontSize={zone.startsWith('stem-') ? 15 : 12.5}
                fontFamily="Atkinson_700"
                textAnchor="middle"
                fill={p.ink}
              >
                {label(zone)}
              </Text>
              {here.map((sign, k) => {
                // Height on the stem is read outwards: low signs near the collar, high ones near the crown.
                const reach = zone.startsWith('stem-') ? from + 12 + Math.min(1, (sign.height ?? 1) / 4) * (to - from - 22) : to - 8;
                const [sx, sy] = polar(reach, a + width * ((k + 1) / (here.length + 1)) + (here.length === 1 ? width * 0.22 : 0));
                return (
                  <Path
                    key={k}
                    d={`M${sx - 6} ${sy + 5}L${sx} ${sy - 7}L${sx + 6} ${sy + 5}Z`}
                    fill={p.oxide}
                    stroke={p.ink}
                    strokeWidth={1.4}
                  />
                );
              })}
            </g>
          );
        });
      })}
      <Circle cx={MID} cy={MID} r={26} fill="#A8947A" stroke={p.ink} strokeWidth={2} />
      {[18, 11, 4].map((r) => (
        <Circle key={r} cx={MID} cy={MID} r={r} fill="none" stroke={p.ink} strokeWidth={1} opacity={0.6} />
      ))}
    </Svg>
  );
}

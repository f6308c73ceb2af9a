import Svg, { Circle, G, Path, Text } from 'react-native-svg';
import { TRACKED } from '@dendrix/core/knowledge';
import type { SignSeen } from '@dendrix/core/record';
import type { VisitView } from '@dendrix/core/contracts';
import { signField, STEM_SIDES, type Zone } from '@dendrix/core/knowledge';
import { standingVisits } from '@dendrix/core/state';
import { useTheme } from '@/ui/theme';
import { t } from '@/words/tree';

const SIZE = 300;
const MID = SIZE / 2;
const INNER = 22;
const OUTER = 138;

const polar = (r: number, degrees: number): [number, number] => [
  MID + r * Math.sin((degrees * Math.PI) / 180),
  MID - r * Math.cos((degrees * Math.PI) / 180),
];

/** A ring is drawn by hand: its radius wavers a little, the same way every time. */
const waver = (ring: number, degrees: number) =>
  1.6 * Math.sin((degrees * Math.PI) / 60 + ring * 1.7) + 1.1 * Math.sin((degrees * Math.PI) / 37 + ring);

function arc(ring: number, r: number, from: number, to: number): string {
  const steps = Math.max(6, Math.round((to - from) / 4));
  return Array.from({ length: steps + 1 }, (_, i) => {
    const a = from + ((to - from) * i) / steps;
    const [x, y] = polar(r + waver(ring, a), a);
    return `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`;
  }).join('');
}

/** How large a sign is drawn, from the largest of its lengths or shares. */
function markRadius(sign: SignSeen): number {
  const field = TRACKED.find((f) => sign[f] !== undefined);
  const value = field ? sign[field] : undefined;
  if (value === undefined) return 4.5;
  const share = field && signField(field).changes === 'points' ? value / 60 : value / 0.25;
  return 3.5 + 7 * Math.min(1, share);
}

/** Most rings that can be told apart at this size. */
const MOST = 9;

/** A tree's history as rings, newest outside. Solid where a side was looked at, dotted where nobody looked, a mark where a sign was. */
export function Rings({ visits, size = SIZE }: { visits: readonly VisitView[]; size?: number }) {
  const { palette: p } = useTheme();
  const rings = standingVisits(visits).slice(-MOST);
  const step = (OUTER - INNER) / Math.max(1, rings.length);
  const summary = rings
    .map((visit) =>
      t('of8SidesSeenSigns', {
        day: visit.look.day.slice(0, 4),
        stemSides: STEM_SIDES.filter((z) => visit.look.looked.includes(z as Zone)).length,
        signs: visit.look.signs.length,
      }),
    )
    .join('. ');
  return (
    <Svg width={size} height={size} viewBox={`0 0 ${SIZE} ${SIZE}`} role="img" aria-label={t('ringsOneAVisitNewestOutside', { summary })}>
      <Circle cx={MID} cy={MID} r={5} fill={p.ink} />
      {rings.map((visit, ring) => {
        const r = INNER + step * (ring + 0.75);
        return (
          <G key={visit.id}>
            {(STEM_SIDES as Zone[]).map((zone, i) => {
              const seen = visit.look.looked.includes(zone);
              return (
                <Path
                  key={zone}
                  d={arc(ring, r, i * 45 - 22.5, i * 45 + 22.5)}
                  stroke={seen ? p.ink : p.soft}
                  strokeWidth={seen ? 3.2 : 1.6}
                  strokeDasharray={seen ? undefined : '1.5 6'}
                  strokeLinecap="round"
                  fill="none"
                />
              );
            })}
            {visit.look.signs.map((sign, k) => {
              const side = (STEM_SIDES as Zone[]).indexOf(sign.zone);
              if (side < 0) return null;
              const a = side * 45 + (k % 3) * 9 - 9;
              const [x, y] = polar(r + waver(ring, a), a);
              return <Circle key={k} cx={x} cy={y} r={markRadius(sign)} fill={p.oxide} stroke={p.sheet} strokeWidth={1.5} />;
            })}
          </G>
        );
      })}
      {rings.map((visit, ring) => {
        const r = INNER + step * (ring + 0.75);
        const [x, y] = polar(r, -2);
        const year = visit.look.day.slice(0, 4);
        const first = ring === 0 || rings[ring - 1]?.look.day.slice(0, 4) !== year;
        return first && (step > 12 || ring === rings.length - 1 || ring === 0) ? (
          <G key={visit.id}>
            <Path d={`M${x - 16} ${y - 8}h32v15h-32z`} fill={p.paper} />
            <Text x={x} y={y + 4} fontSize={12.5} fontFamily="Atkinson_700" textAnchor="middle" fill={p.ink}>
              {year}
            </Text>
          </G>
        ) : null;
      })}
      {[
        ['N', 0],
        ['E', 90],
        ['S', 180],
        ['W', 270],
      ].map(([word, a]) => {
        const [x, y] = polar(146, a as number);
        return a === 0 ? null : (
          <Text key={word} x={x} y={y + 4} fontSize={11} fontFamily="Atkinson_400" textAnchor="middle" fill={p.soft}>
            {word}
          </Text>
        );
      })}
    </Svg>
  );
}

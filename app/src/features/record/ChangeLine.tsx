import Svg, { Circle, Line, Path, Text } from 'react-native-svg';
import type { Change } from '@dendrix/core/record';
import { lengthInWords, type UnitSystem } from '@dendrix/core/units';
import { useSettings } from '@/features/shell/settings';
import { useTheme } from '@/ui/theme';

const WIDTH = 300;
const HEIGHT = 74;
const EDGE = { left: 10, right: 54, top: 14, bottom: 18 } as const;

const valueWords = (unit: Change['unit'], value: number, units: UnitSystem) =>
  unit === '%' ? `${Math.round(value)}%` : lengthInWords(value, units);

/** Dated readings as a pen line, with the trend where it is real; years below. */
export function ChangeLine({ change }: { change: Change }) {
  const { palette: p } = useTheme();
  const { settings } = useSettings();
  const { points, trend, unit, course } = change;
  if (points.length < 2) return null;
  const times = points.map((point) => Date.parse(point.date));
  const [t0, t1] = [Math.min(...times), Math.max(...times)];
  const values = points.map((point) => point.value);
  // The scale starts at nought, so that a small change does not look large.
  const most = Math.max(...values) * 1.1 || 1;
  const x = (t: number) => EDGE.left + ((t - t0) / Math.max(1, t1 - t0)) * (WIDTH - EDGE.left - EDGE.right);
  const y = (v: number) => HEIGHT - EDGE.bottom - (v / most) * (HEIGHT - EDGE.top - EDGE.bottom);
  const colour = course === 'worse' ? p.oxide : course === 'better' ? p.lichen : p.soft;
  const d = points.map((point, i) => `${i === 0 ? 'M' : 'L'}${x(times[i] ?? t0).toFixed(1)} ${y(point.value).toFixed(1)}`).join('');
  const last = points.at(-1);
  const first = points[0];
  return (
    <Svg width="100%" height={HEIGHT} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={change.says}>
      <Line x1={EDGE.left} x2={WIDTH - EDGE.right} y1={HEIGHT - EDGE.bottom} y2={HEIGHT - EDGE.bottom} stroke={p.rule} strokeWidth={1.2} />
      <Path d={d} stroke={colour} strokeWidth={2.2} strokeDasharray={trend?.real ? undefined : '4 4'} fill="none" strokeLinecap="round" />
      {points.map((point, i) => (
        <Circle key={point.date} cx={x(times[i] ?? t0)} cy={y(point.value)} r={4} fill={p.sheet} stroke={colour} strokeWidth={2} />
      ))}
      <Text x={EDGE.left} y={HEIGHT - 4} fontSize={11.5} fontFamily="Atkinson_400" fill={p.soft}>
        {first?.date.slice(0, 4)}
      </Text>
      <Text x={WIDTH - EDGE.right} y={HEIGHT - 4} fontSize={11.5} fontFamily="Atkinson_400" textAnchor="end" fill={p.soft}>
        {last?.date.slice(0, 4)}
      </Text>
      <Text x={WIDTH - EDGE.right + 8} y={y(last?.value ?? 0) + 4} fontSize={12.5} fontFamily="Atkinson_700" fill={p.ink}>
        {valueWords(unit, last?.value ?? 0, settings.units)}
      </Text>
    </Svg>
  );
}

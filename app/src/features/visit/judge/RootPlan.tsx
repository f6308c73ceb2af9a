import { View } from 'react-native';
import Svg, { Circle, Line, Text } from 'react-native-svg';
import type { WorksJudged } from '@dendrix/core/record';
import { useUnits } from '@/features/shell/settings';
import { lengthWords } from '@/features/shell/words';
import { useTheme } from '@/ui/theme';
import { t } from '@/words/assess';

const SIDE = 200;

/** The root zone from above, the roots that hold it inside, and where the works would lie. */
export function RootPlan({ works }: { works: WorksJudged }) {
  const { palette: p } = useTheme();
  const units = useUnits();
  const reach = Math.max(works.radius, ...works.works.map((w) => w.distance)) * 1.15;
  const r = (m: number) => (m / reach) * (SIDE / 2);
  const mid = SIDE / 2;
  return (
    <View className="items-center">
      <Svg
        width={SIDE}
        height={SIDE}
        viewBox={`0 0 ${SIDE} ${SIDE}`}
        role="img"
        aria-label={t('rootZoneOfFromAboveWith', { length: lengthWords(works.radius, units, 'tree') })}
      >
        <Circle cx={mid} cy={mid} r={r(works.radius)} fill={p.lichenWash} stroke={p.lichen} strokeWidth={1.6} />
        <Circle
          cx={mid}
          cy={mid}
          r={r(works.structuralRadius)}
          fill={p.sulphurWash}
          stroke={p.ink}
          strokeWidth={1.2}
          strokeDasharray="4 3"
        />
        <Circle cx={mid} cy={mid} r={4} fill={p.ink} />
        {works.works.map((one, i) => (
          <Line key={i} x1={mid + r(one.distance)} x2={mid + r(one.distance)} y1={6} y2={SIDE - 6} stroke={p.oxide} strokeWidth={2.4} />
        ))}
        <Text x={mid} y={mid - r(works.radius) + 14} fontSize={12} fontFamily="Atkinson_700" textAnchor="middle" fill={p.ink}>
          {lengthWords(works.radius, units, 'tree')}
        </Text>
      </Svg>
    </View>
  );
}

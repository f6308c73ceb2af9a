import Svg, { Circle, Line, Path, Text } from 'react-native-svg';
import { useTheme } from '@/ui';

/** Where the distance and the two angles are, drawn. */
export function HeightSketch() {
  const { palette: p } = useTheme();
  return (
    <Svg
      width="100%"
      height={112}
      viewBox="0 0 320 112"
      role="img"
      aria-label="You stand off the tree, measure the level distance, and sight its top and its base."
    >
      <Path d="M6 104C90 98 200 106 314 100" stroke={p.ink} strokeWidth={1.6} fill="none" />
      <Path
        d="M262 102V60M254 102l8-30 8 30M262 62c-30 6-34-30-14-34-6-20 34-24 34-4 22 0 22 40-20 38z"
        stroke={p.ink}
        strokeWidth={1.8}
        fill={p.lichenWash}
      />
      <Circle cx={44} cy={66} r={5} fill="none" stroke={p.ink} strokeWidth={1.8} />
      <Path d="M44 71v18M44 89l-6 13M44 89l6 13M44 76l9-6" stroke={p.ink} strokeWidth={1.8} fill="none" />
      <Line x1={54} y1={66} x2={262} y2={66} stroke={p.soft} strokeWidth={1.3} strokeDasharray="5 4" />
      <Line x1={54} y1={66} x2={262} y2={12} stroke={p.oxide} strokeWidth={1.8} />
      <Line x1={54} y1={66} x2={258} y2={101} stroke={p.slate} strokeWidth={1.8} />
      <Text x={150} y={61} fontSize={13} fontFamily="Atkinson_400" fill={p.soft}>
        level distance
      </Text>
      <Text x={104} y={36} fontSize={13} fontFamily="Atkinson_700" fill={p.oxide}>
        top
      </Text>
      <Text x={104} y={92} fontSize={13} fontFamily="Atkinson_700" fill={p.slate}>
        base
      </Text>
    </Svg>
  );
}

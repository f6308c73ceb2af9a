import { View } from 'react-native';
import Svg, { Path, Text } from 'react-native-svg';
import type { HowTo as HowToDrawing } from '@dendrix/core/figures';
import { paintColour } from '@/ui/palette';
import { Small } from '@/ui/text';
import { useTheme } from '@/ui/theme';

/** How it is done, drawn, with a sentence beneath. `{h}` becomes the height of the reading. */
export function HowTo({ how, height = '1.3 m' }: { how: HowToDrawing; height?: string }) {
  const { palette } = useTheme();
  const words = (text: string) => text.replace('{h}', height);
  return (
    <View className="gap-1">
      <Svg width="100%" height={150} viewBox="0 0 320 150" role="img" aria-label={words(how.says)}>
        {how.figure.shapes.map((shape, i) => (
          <Path
            key={i}
            d={shape.d}
            fill={paintColour(shape.fill, palette)}
            stroke={paintColour(shape.stroke, palette)}
            strokeWidth={shape.width ?? 0}
            strokeLinejoin="round"
            strokeLinecap="round"
          />
        ))}
        {how.labels.map((label) => (
          <Text
            key={label.words}
            x={label.at[0]}
            y={label.at[1]}
            fontSize={13}
            fontFamily="Atkinson_700"
            textAnchor={label.anchor ?? 'start'}
            fill={paintColour(label.paint, palette)}
          >
            {words(label.words)}
          </Text>
        ))}
      </Svg>
      <Small className="text-ink">{words(how.says)}</Small>
    </View>
  );
}

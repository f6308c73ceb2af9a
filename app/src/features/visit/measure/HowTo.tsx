import { View } from 'react-native';
import Svg, { Path, Text } from 'react-native-svg';
import { howToMeasure, type HowToName } from '@dendrix/core/figures';
import { wordsIn } from '@dendrix/core/words';
import { useUnits } from '@/features/shell/settings';
import { paintColour } from '@/ui/palette';
import { Small } from '@/ui/text';
import { useTheme } from '@/ui/theme';

/** Where nothing else was picked, m. */
const USUAL_HEIGHT = 1.3;

/** How it is done, drawn, with a sentence beneath. @param height of the reading, m */
export function HowTo({ name, height = USUAL_HEIGHT }: { name: HowToName; height?: number }) {
  const { palette } = useTheme();
  const { says, written } = wordsIn({ units: useUnits() }).howTo;
  const how = howToMeasure[name];
  const sentence = says[name](height);
  return (
    <View className="gap-1">
      <Svg width="100%" height={150} viewBox="0 0 320 150" role="img" aria-label={sentence}>
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
            key={`${label.word}/${label.at.join()}`}
            x={label.at[0]}
            y={label.at[1]}
            fontSize={13}
            fontFamily="Atkinson_700"
            textAnchor={label.anchor ?? 'start'}
            fill={paintColour(label.paint, palette)}
          >
            {written[label.word](height)}
          </Text>
        ))}
      </Svg>
      <Small className="text-ink">{sentence}</Small>
    </View>
  );
}

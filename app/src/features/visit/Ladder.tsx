import { Pressable, View, Text } from 'react-native';
import Svg, { Line as Stroke, Path, Rect } from 'react-native-svg';
import type { Identification } from '@dendrix/core/identify';
import { LINES, type Line } from '@dendrix/core/knowledge';
import { useTheme } from '@/ui';

export const LINE_WORDS: Record<Line, string> = {
  form: 'Form',
  bark: 'Bark',
  twig: 'Twig',
  leaf: 'Leaf',
  'flower-fruit': 'Fruit',
  site: 'Site',
};

const RUNG_WORDS = {
  for: 'speaks for the leading name',
  against: 'speaks against it',
  weak: 'says little',
  open: 'not looked at',
} as const;

interface Props {
  rungs: Identification['rungs'];
  /** Marks seen in each line. */
  counts: Record<Line, number>;
  current: Line | null;
  onPick: (line: Line) => void;
}

/** The ladder of evidence: a rung filled by what speaks for the leading name, notched by what speaks against, open where nothing was seen. */
export function Ladder({ rungs, counts, current, onPick }: Props) {
  const { palette } = useTheme();
  return (
    <View role="tablist" aria-label="Lines of evidence" className="w-[56px]">
      {LINES.map((line) => {
        const rung = rungs[line];
        const on = line === current;
        const fill = rung === 'for' ? palette.lichen : rung === 'against' ? palette.sulphur : rung === 'weak' ? palette.rule : 'none';
        return (
          <Pressable
            key={line}
            role="tab"
            aria-selected={on}
            aria-label={`${LINE_WORDS[line]}: ${counts[line]} marks, ${RUNG_WORDS[rung]}`}
            onPress={() => onPick(line)}
            className="h-[58px] items-center active:opacity-60"
          >
            <Svg width={44} height={40} viewBox="0 0 44 40" aria-hidden>
              <Stroke x1={8} y1={0} x2={8} y2={40} stroke={palette.ink} strokeWidth={2.4} />
              <Stroke x1={36} y1={0} x2={36} y2={40} stroke={palette.ink} strokeWidth={2.4} />
              <Rect
                x={8}
                y={on ? 10 : 13}
                width={28}
                height={on ? 18 : 12}
                fill={fill}
                stroke={on ? palette.oxide : palette.ink}
                strokeWidth={on ? 4 : 1.6}
              />
              {rung === 'against' ? <Path d="M18 12l4 7 4-7z" fill={palette.paper} stroke={palette.ink} strokeWidth={1.6} /> : null}
              {Array.from({ length: Math.min(4, counts[line]) }, (_, i) => (
                <Stroke
                  key={i}
                  x1={14 + i * 5}
                  y1={15.5}
                  x2={14 + i * 5}
                  y2={22.5}
                  stroke={rung === 'for' ? palette.paper : palette.ink}
                  strokeWidth={2}
                />
              ))}
            </Svg>
            <Text className={`font-body-bold text-[12.5px] ${on ? 'text-oxide' : 'text-ink'}`}>{LINE_WORDS[line]}</Text>
          </Pressable>
        );
      })}
    </View>
  );
}

import { Pressable, View, Text } from 'react-native';
import Svg, { Line as Stroke, Path, Rect } from 'react-native-svg';
import type { Identification } from '@dendrix/core/naming';
import { LINES, type Line } from '@dendrix/core/knowledge';
import { useTheme } from '@/ui/theme';
import { t } from '@/words/name';

export const LINE_WORDS: Record<Line, string> = {
  form: t('form'),
  bark: t('bark'),
  twig: t('twig'),
  leaf: t('leaf'),
  'flower-fruit': t('fruit'),
  site: t('site'),
};

const RUNG_WORDS = {
  for: t('supportsTheLeadingName'),
  against: t('speaksAgainstIt'),
  weak: t('saysLittle'),
  open: t('notInspected'),
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
    <View role="tablist" aria-label={t('linesOfEvidence')} className="w-[60px]">
      {LINES.map((line) => {
        const rung = rungs[line];
        const on = line === current;
        const fill = rung === 'for' ? palette.lichen : rung === 'against' ? palette.sulphur : rung === 'weak' ? palette.rule : 'none';
        return (
          <Pressable
            key={line}
            role="tab"
            aria-selected={on}
            aria-label={t('marks', { line: LINE_WORDS[line], count: counts[line], rung: RUNG_WORDS[rung] })}
            onPress={() => onPick(line)}
            className="h-[58px] items-center active:opacity-60"
          >
            <Svg width={58} height={58} viewBox="0 0 58 58" aria-hidden>
              <Stroke x1={5} y1={0} x2={5} y2={58} stroke={palette.ink} strokeWidth={2.4} />
              <Stroke x1={53} y1={0} x2={53} y2={58} stroke={palette.ink} strokeWidth={2.4} />
              <Rect
                x={5}
                y={on ? 8 : 11}
                width={48}
                height={on ? 20 : 14}
                fill={fill}
                stroke={on ? palette.oxide : palette.ink}
                strokeWidth={on ? 4 : 1.6}
              />
              {rung === 'against' ? <Path d="M25 10l4 8 4-8z" fill={palette.paper} stroke={palette.ink} strokeWidth={1.6} /> : null}
              {Array.from({ length: Math.min(6, counts[line]) }, (_, i) => (
                <Stroke
                  key={i}
                  x1={13 + i * 6}
                  y1={14}
                  x2={13 + i * 6}
                  y2={22}
                  stroke={rung === 'for' ? palette.paper : palette.ink}
                  strokeWidth={2.2}
                />
              ))}
            </Svg>
            <Text className={`absolute bottom-[8px] font-body-bold text-[13px] ${on ? 'text-oxide' : 'text-ink'}`}>{LINE_WORDS[line]}</Text>
          </Pressable>
        );
      })}
    </View>
  );
}

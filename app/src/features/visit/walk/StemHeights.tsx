import type { KeyboardEvent } from 'react';
import { View } from 'react-native';
import Svg, { Path, Rect, Text } from 'react-native-svg';
import type { SignSeen } from '@dendrix/core/record';
import { signLabel, sideWords } from '@dendrix/core/words';
import type { Zone } from '@dendrix/core/knowledge';
import { fromMetres, type UnitSystem } from '@dendrix/core/units';
import { library } from '@/features/shell/library';
import { useUnits } from '@/features/shell/settings';
import { useTheme } from '@/ui/theme';
import { t } from '@/words/walk';

const WIDTH = 320;
const BAND = 48;

/** Bands of the stem from the ground up, m, with the height that is written down for a tap in each. */
export const HEIGHT_BANDS = [
  { from: 0, to: 0.3, at: 0.2, words: t('atTheFoot') },
  { from: 0.3, to: 1, at: 0.7, words: t('kneeToHip') },
  { from: 1, to: 2, at: 1.5, words: t('breastToHead') },
  { from: 2, to: 4, at: 3, words: t('outOfReach') },
  { from: 4, to: Infinity, at: 6, words: t('highUp') },
] as const;

/** "2 to 4 m", "above 13 ft": limits of a band, feet whole. */
function spanWords({ from, to }: (typeof HEIGHT_BANDS)[number], units: UnitSystem): string {
  const at = (m: number) => (units === 'feet' ? Math.round(fromMetres(m, 'ft')) : m);
  const unit = units === 'feet' ? 'ft' : 'm';
  if (from === 0) return t('below', { at: at(to), unit });
  return to === Infinity ? t('above', { at: at(from), unit }) : t('to', { at: at(from), at2: at(to), unit });
}

const LINE = 15;
const HEIGHT = HEIGHT_BANDS.length * BAND + 12;

/** Where a height stands on the drawing: even within its band. */
function yOf(m: number): number {
  const i = HEIGHT_BANDS.findIndex((band) => m < band.to);
  const band = HEIGHT_BANDS[i < 0 ? HEIGHT_BANDS.length - 1 : i] ?? HEIGHT_BANDS[0];
  const share = band.to === Infinity ? 0.5 : (m - band.from) / (band.to - band.from);
  return HEIGHT - 10 - ((i < 0 ? HEIGHT_BANDS.length - 1 : i) + share) * BAND;
}

interface Props {
  zone: Zone;
  signs: readonly SignSeen[];
  /** Signs of the last visit at this side; drawn hollow. */
  before: readonly SignSeen[];
  onPick: (height: number) => void;
}

/** One side of the stem from the ground up: tap the height of a sign. Last visit's signs are hollow, today's are filled. */
export function StemHeights({ zone, signs, before, onPick }: Props) {
  const { palette: p } = useTheme();
  const units = useUnits();
  const marks = [...before.map((sign) => ({ sign, old: true })), ...signs.map((sign) => ({ sign, old: false }))]
    .map((mark) => ({ ...mark, y: yOf(mark.sign.height ?? 1) }))
    .sort((a, b) => a.y - b.y);
  // Words of marks at one height stand one below the other.
  let free = 0;
  const words = marks.map(({ y }) => (free = Math.max(free + LINE, y + 5)));
  return (
    <View style={{ width: '100%', maxWidth: WIDTH * 1.2, aspectRatio: WIDTH / HEIGHT }}>
      <Svg
        width="100%"
        height="100%"
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="group"
        aria-label={t('theSideFromTheGroundUp', { side: sideWords(zone) })}
      >
        <Path
          d={`M112 ${HEIGHT - 6}C128 ${HEIGHT - 10} 136 ${HEIGHT - 30} 138 ${HEIGHT - 60}L142 2H178L182 ${HEIGHT - 60}C184 ${HEIGHT - 30} 192 ${HEIGHT - 10} 208 ${HEIGHT - 6}Z`}
          fill={p.sheet}
          stroke={p.ink}
          strokeWidth={1.8}
        />
        <Path d={`M8 ${HEIGHT - 6}H312`} stroke={p.ink} strokeWidth={1.8} />
        {HEIGHT_BANDS.map((band, i) => {
          const top = HEIGHT - 10 - (i + 1) * BAND;
          return (
            <g
              key={band.words}
              role="button"
              tabIndex={0}
              aria-label={t('aSignWordsSpan', { words: band.words, span: spanWords(band, units) })}
              style={{ cursor: 'pointer' }}
              onClick={() => onPick(band.at)}
              onKeyDown={(event: KeyboardEvent<SVGGElement>) => {
                if (event.key !== 'Enter' && event.key !== ' ') return;
                event.preventDefault();
                onPick(band.at);
              }}
            >
              <Rect x={0} y={top} width={WIDTH} height={BAND} fill="transparent" />
              {i > 0 ? <Path d={`M96 ${top + BAND}H224`} stroke={p.rule} strokeWidth={1.2} strokeDasharray="3 4" /> : null}
              <Text x={90} y={top + BAND / 2 + 5} fontSize={13} fontFamily="Atkinson_700" textAnchor="end" fill={p.soft}>
                {band.from === 0 ? 'base' : spanWords(band, units)}
              </Text>
            </g>
          );
        })}
        {marks.map(({ sign, old, y }, k) => {
          const x = 160 + (k % 3) * 12 - 12;
          return (
            <g key={k} style={{ pointerEvents: 'none' }}>
              <Path
                d={`M${x - 7} ${y + 6}L${x} ${y - 8}L${x + 7} ${y + 6}Z`}
                fill={old ? 'none' : p.oxide}
                stroke={old ? p.soft : p.ink}
                strokeWidth={1.6}
              />
              <Text x={216} y={words[k]} fontSize={13} fontFamily={old ? 'Atkinson_400' : 'Atkinson_700'} fill={old ? p.soft : p.ink}>
                {signLabel(library, sign.id)}
              </Text>
            </g>
          );
        })}
      </Svg>
    </View>
  );
}

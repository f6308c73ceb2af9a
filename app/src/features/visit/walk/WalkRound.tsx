import type { KeyboardEvent } from 'react';
import Svg, { Circle, Defs, G, Path, Pattern, Rect, Text } from 'react-native-svg';
import type { SignSeen, Sounding } from '@dendrix/core/record';
import { markOn, planLabel, planSectors, PLAN_SIZE } from '@dendrix/core/figures';
import type { Zone } from '@dendrix/core/knowledge';
import { zoneWords } from '@dendrix/core/words';
import { useTheme } from '@/ui/theme';
import { t } from '@/words/walk';

const MID = PLAN_SIZE / 2;

export type ZoneState = 'blank' | 'clear' | 'sign' | 'blocked' | 'known';
const STATE_WORDS: Record<ZoneState, string> = {
  blank: t('notInspected'),
  clear: t('inspectedNothingFound'),
  sign: t('aSignHere'),
  blocked: t('couldNotBeReached'),
  known: t('aKnownDefectNotAnsweredYet'),
};
const SOUND_WORDS: Record<Sounding['sound'], string> = { clear: t('ringsClear'), dull: t('ringsDull'), drum: t('ringsLikeADrum') };

interface Props {
  states: ReadonlyMap<Zone, ZoneState>;
  signs: readonly SignSeen[];
  sounding?: readonly Sounding[];
  /** Defects of earlier visits that this one has not answered yet, or could not see. */
  waiting?: readonly SignSeen[];
  current: Zone | null;
  onPick?: (zone: Zone) => void;
  size?: number;
}

/** The plan of the stem seen from above: blank paper is nobody's word, hatched was looked at, a mark is a sign at its side. */
export function WalkRound({ states, signs, sounding = [], waiting = [], current, onPick, size = PLAN_SIZE }: Props) {
  const { palette: p } = useTheme();
  return (
    <Svg width={size} height={size} viewBox={`0 0 ${PLAN_SIZE} ${PLAN_SIZE}`} role="group" aria-label={t('planOfTheStemFromAbove')}>
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
      {planSectors().map((sector) => {
        const { zone } = sector;
        const [x, y] = sector.label;
        const state = states.get(zone) ?? 'blank';
        const on = zone === current;
        const fill =
          state === 'clear'
            ? 'url(#hatch)'
            : state === 'sign' || state === 'known'
              ? p.sulphurWash
              : state === 'blocked'
                ? 'url(#barred)'
                : p.sheet;
        const here = signs.filter((sign) => sign.zone === zone);
        const open = waiting.filter((sign) => sign.zone === zone);
        const rung = sounding.filter((s) => s.zone === zone).at(-1);
        const label = planLabel(zone);
        const meant = `${zoneWords(zone)}: ${STATE_WORDS[state]}${rung ? `, ${SOUND_WORDS[rung.sound]}` : ''}`;
        // Whoever says what they see is understood too.
        const words = meant.toLowerCase().includes(label.toLowerCase()) ? meant : `${meant} (${label})`;
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
            <Path d={sector.d} fill={fill} stroke={on ? p.oxide : p.ink} strokeWidth={on ? 4 : 1.5} />
            {state === 'clear' ? (
              <Rect x={x - label.length * 3.9 - 3} y={y - 9} width={label.length * 7.8 + 6} height={18} rx={3} fill={p.lichenWash} />
            ) : null}
            {rung ? <SoundMark at={markOn(sector, 0.2, 0, 3)} sound={rung.sound} /> : null}
            {here.map((sign, k) => {
              const [sx, sy] = markOn(sector, sign.height, k, here.length + open.length);
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
            {open.map((sign, k) => (
              <WaitingMark key={sign.key} at={markOn(sector, sign.height, here.length + k, here.length + open.length)} />
            ))}
          </g>
        );
      })}
      {/* Written over the sides: the name of each holds its letters. */}
      <G aria-hidden pointerEvents="none">
        {planSectors().map(({ zone, label: [x, y] }) => (
          <Text
            key={zone}
            x={x}
            y={y + 5}
            fontSize={zone.startsWith('stem-') ? 15 : 12.5}
            fontFamily="Atkinson_700"
            textAnchor="middle"
            fill={p.ink}
          >
            {planLabel(zone)}
          </Text>
        ))}
      </G>
      <Circle cx={MID} cy={MID} r={26} fill="#A8947A" stroke={p.ink} strokeWidth={2} />
      {[18, 11, 4].map((r) => (
        <Circle key={r} cx={MID} cy={MID} r={r} fill="none" stroke={p.ink} strokeWidth={1} opacity={0.6} />
      ))}
    </Svg>
  );
}

/** A defect of an earlier visit that waits for its answer: hollow, where one of today is filled. */
function WaitingMark({ at: [x, y] }: { at: readonly [number, number] }) {
  const { palette: p } = useTheme();
  return (
    <>
      <Path d={`M${x - 7} ${y + 6}L${x} ${y - 8}L${x + 7} ${y + 6}Z`} fill={p.sheet} stroke={p.oxide} strokeWidth={2} />
      <Path d={`M${x} ${y - 3}V${y + 1}`} stroke={p.oxide} strokeWidth={1.8} />
      <Circle cx={x} cy={y + 3.6} r={1} fill={p.oxide} />
    </>
  );
}

/** How a side rang: a filled dot rings clear, a half one dull, a ring like a drum. */
function SoundMark({ at: [x, y], sound }: { at: readonly [number, number]; sound: Sounding['sound'] }) {
  const { palette: p } = useTheme();
  return (
    <>
      <Circle cx={x} cy={y} r={5} fill={sound === 'clear' ? p.ink : p.sheet} stroke={p.ink} strokeWidth={1.5} />
      {sound === 'dull' ? <Path d={`M${x} ${y - 5}A5 5 0 0 1 ${x} ${y + 5}Z`} fill={p.ink} /> : null}
    </>
  );
}

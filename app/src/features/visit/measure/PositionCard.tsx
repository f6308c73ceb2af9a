import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import type { MeasuredPosition } from '@dendrix/core/record';
import type { Fix } from '@dendrix/core/geo';
import { distance } from '@dendrix/core/geo';
import { useUnits } from '@/features/shell/settings';
import { lengthWords } from '@/features/shell/words';
import { Body, Heading, Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { Card, Remark } from '@/ui/surface';
import { averaged, fixesOf, startReceiver, type Devices } from './devices';
import { t } from '@/words/measure';

/** Seconds a minute's stand takes; more fixes in a row tell little that is new. */
const ENOUGH = 60;
/** A simulated receiver gives its seconds faster than they pass. */
const SIMULATED_EVERY_MS = 60;

interface Props {
  position: MeasuredPosition | null;
  listed: { latitude: number; longitude: number };
  onChange: (position: MeasuredPosition | null) => void;
  devices: Devices;
}

/** Where the tree stands: fixes of a minute averaged, the far-off ones left out, the scatter shown. */
export function PositionCard({ position, listed, onChange, devices }: Props) {
  const [running, setRunning] = useState(false);
  const [count, setCount] = useState(0);
  const [problem, setProblem] = useState<string | null>(null);
  const units = useUnits();
  const words = (m: number) => lengthWords(m, units, 'tree');
  const stop = useRef<(() => void) | null>(null);
  useEffect(() => () => stop.current?.(), []);

  const run = (
    source: Pick<MeasuredPosition, 'from' | 'simulated'>,
    listen: (onFix: (fix: Fix) => void, onProblem: (words: string) => void) => () => void,
  ) => {
    stop.current?.();
    const fixes: Fix[] = [];
    setProblem(null);
    setCount(0);
    setRunning(true);
    const end = () => {
      stop.current?.();
      stop.current = null;
      setRunning(false);
    };
    stop.current = listen(
      (fix) => {
        fixes.push(fix);
        setCount(fixes.length);
        const at = averaged(fixes);
        if (at) onChange({ ...at, ...source });
        if (fixes.length >= ENOUGH) end();
      },
      (words) => {
        setProblem(words);
        end();
      },
    );
  };
  const withPhone = () =>
    run({ from: 'phone' }, (onFix, onProblem) => {
      const watch = navigator.geolocation.watchPosition(
        ({ coords }) =>
          onFix({
            latitude: coords.latitude,
            longitude: coords.longitude,
            hdop: Math.max(0.5, coords.accuracy / 5),
            satellites: null,
            altitude: coords.altitude,
            time: null,
          }),
        () => onProblem(t('locationNotAvailableTheListed')),
        { enableHighAccuracy: true, maximumAge: 0 },
      );
      return () => navigator.geolocation.clearWatch(watch);
    });
  const withSimulator = () =>
    run({ from: 'receiver', simulated: true }, (onFix) => {
      const sentences = startReceiver(devices);
      const timer = setInterval(() => fixesOf([String(sentences.next().value)]).forEach(onFix), SIMULATED_EVERY_MS);
      return () => clearInterval(timer);
    });

  const off = position ? distance(listed, position) : null;
  return (
    <Card className="gap-3">
      <Heading>{t('position')}</Heading>
      <View className="flex-row flex-wrap gap-2">
        {running ? (
          <Button
            onPress={() => {
              stop.current?.();
              stop.current = null;
              setRunning(false);
            }}
          >
            {t('stopAtFixes', { count })}
          </Button>
        ) : (
          <>
            <Button onPress={withPhone}>{t('averagePosition1Min')}</Button>
            {devices.on ? <Button onPress={withSimulator}>{t('simulatedReceiver')}</Button> : null}
          </>
        )}
        {position && !running ? <Button onPress={() => onChange(null)}>{t('keepListedPosition')}</Button> : null}
      </View>
      {problem ? <Remark mood="caution">{problem}</Remark> : null}
      {position ? (
        <View role="status">
          <Body>
            <Strong>± {words(position.plusMinus)}</Strong>
            {position.leftOut > 0
              ? t('fixesWithinOfTheirMeanOutliers', { fixes: position.fixes, words: words(position.spread), leftOut: position.leftOut })
              : t('fixesWithinOfTheirMean', { fixes: position.fixes, words: words(position.spread) })}
          </Body>
          <Small className="text-ink">
            {[
              off === null
                ? ''
                : off <= 2 * position.plusMinus
                  ? t('fromThePlaceOnTheList', { words: words(off) })
                  : t('wordsFromThePlaceOnThe', { words: words(off) }),
              position.simulated ? t('byASimulatedReceiverCountsFor') : position.from === 'phone' ? t('byThisPhone') : t('byAReceiver'),
            ]
              .filter(Boolean)
              .join(' ')}
          </Small>
        </View>
      ) : (
        <Small>{t('gpsIsLessAccurateUnderA')}</Small>
      )}
    </Card>
  );
}

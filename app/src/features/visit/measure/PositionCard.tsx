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
        () => onProblem('Location not available. The listed position is unchanged.'),
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
      <Heading>Position</Heading>
      <View className="flex-row flex-wrap gap-2">
        {running ? (
          <Button
            onPress={() => {
              stop.current?.();
              stop.current = null;
              setRunning(false);
            }}
          >
            {`Stop at ${count} fixes`}
          </Button>
        ) : (
          <>
            <Button onPress={withPhone}>Average position (1 min)</Button>
            {devices.on ? <Button onPress={withSimulator}>Simulated receiver</Button> : null}
          </>
        )}
        {position && !running ? <Button onPress={() => onChange(null)}>Keep listed position</Button> : null}
      </View>
      {problem ? <Remark mood="caution">{problem}</Remark> : null}
      {position ? (
        <View role="status">
          <Body>
            <Strong>± {words(position.plusMinus)}</Strong>, {position.fixes} fixes within {words(position.spread)} of their mean
            {position.leftOut > 0 ? `, ${position.leftOut} outliers left out` : ''}.
          </Body>
          <Small className="text-ink">
            {off === null
              ? ''
              : `${words(off)} from the place on the list${off <= 2 * position.plusMinus ? ', the same as far as can be told' : ''}. `}
            {position.simulated
              ? 'By a simulated receiver: counts for nothing.'
              : position.from === 'phone'
                ? 'By this phone.'
                : 'By a receiver.'}
          </Small>
        </View>
      ) : (
        <Small>GPS is less accurate under a crown. Stand still at the stem. The average is saved with its accuracy.</Small>
      )}
    </Card>
  );
}

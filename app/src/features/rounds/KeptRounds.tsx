import { mayAct } from '@dendrix/core/contracts/roles';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import type { Account, RoundView } from '@dendrix/core/contracts';
import { clockAfter, wayFigure } from '@dendrix/core/sheet/round-sheet';
import { download } from '@/data/download';
import { dropRound, roundsOfDay } from '@/data/keys';
import { useUnits } from '@/features/shell/settings';
import { distanceWords } from '@/features/shell/words';
import { Body, Heading, Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { Drawing } from '@/ui/drawing';
import { Card, Remark } from '@/ui/surface';
import { takeAlong, type Taken } from './hold';
import { StopList } from './StopList';
import { t } from '@/words/rounds';

/** Rounds of a day as they are kept: whose, how far done, taken along, and given out. */
export function KeptRounds({ rounds, account }: { rounds: readonly RoundView[]; account: Account }) {
  const own = [...rounds].sort((a, b) => Number(b.crew.id === account.id) - Number(a.crew.id === account.id));
  return (
    <View className="gap-4">
      {own.map((round) => (
        <Kept
          key={round.id}
          round={round}
          mine={round.crew.id === account.id}
          mayDrop={round.crew.id === account.id || mayAct(account.role, 'coordinator')}
        />
      ))}
    </View>
  );
}

function Kept({ round, mine, mayDrop }: { round: RoundView; mine: boolean; mayDrop: boolean }) {
  const client = useQueryClient();
  const units = useUnits();
  const [taken, setTaken] = useState<Taken | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [asked, setAsked] = useState(false);
  const stop = useRef<AbortController | null>(null);
  const { plan, done } = round;
  useEffect(() => {
    if (!mine) return;
    const held = new AbortController();
    stop.current = held;
    takeAlong(client, round, setTaken, held.signal).catch((error: Error) => {
      if (!held.signal.aborted) setProblem(t('theRoundIsOnlyPartlyDownloaded', { message: error.message }));
    });
    return () => held.abort();
    // A round that was only read anew is the same round.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [client, mine, round.id, round.madeAt]);
  const give = (file: string, name: string) => {
    setProblem(null);
    download(`/rounds/${round.id}/${file}`, name).catch((error: Error) => setProblem(error.message));
  };
  const figure = wayFigure(plan);
  return (
    <Card className="gap-3">
      <View className="flex-row gap-3">
        <View className="min-w-0 flex-1 gap-1">
          <Heading>{mine ? t('yourRound') : t('theRoundOf', { name: round.crew.name })}</Heading>
          <Body>
            {plan.by === 'foot'
              ? t('ofSeenToAboutOnFoot', {
                  done: done.length,
                  stops: plan.stops.length,
                  from: plan.from,
                  clockAfter: clockAfter(plan.from, plan.takes),
                  distance: distanceWords(plan.metres, units),
                })
              : t('ofSeenToAboutByCar', {
                  done: done.length,
                  stops: plan.stops.length,
                  from: plan.from,
                  clockAfter: clockAfter(plan.from, plan.takes),
                  distance: distanceWords(plan.metres, units),
                })}
          </Body>
          {round.madeBy.id !== round.crew.id ? <Small>{t('plannedBy', { name: round.madeBy.name })}</Small> : null}
        </View>
        {figure ? <Drawing figure={figure} width={108} height={108} label={t('routeMapNorthUpTheRing')} /> : null}
      </View>
      {mine && taken ? (
        <Small role="status" className="text-ink">
          {taken.map
            ? t('onThisDeviceOfHistoriesPhotos', { trees: taken.trees, of: taken.of, pictures: taken.pictures })
            : t('downloadingOfHistoriesPhotos', { trees: taken.trees, of: taken.of, pictures: taken.pictures })}
        </Small>
      ) : null}
      {problem ? <Remark mood="caution">{problem}</Remark> : null}
      <StopList plan={plan} day={round.day} done={done} />
      <View className="flex-row flex-wrap gap-2">
        <Button label={t('calendarIcalendar')} onPress={() => give('round.ics', `round-${round.day}.ics`)}>
          {t('calendar')}
        </Button>
        <Button label={t('routeGpx')} onPress={() => give('round.gpx', `round-${round.day}.gpx`)}>
          {t('route')}
        </Button>
        <Button label={t('printTheRound')} onPress={() => give(`round.pdf?units=${units}`, `round-${round.day}.pdf`)}>
          {t('print')}
        </Button>
        {mayDrop ? (
          <Button
            onPress={() =>
              asked
                ? void dropRound(round.id).then(
                    () => client.invalidateQueries({ queryKey: roundsOfDay(round.day).queryKey }),
                    (error: Error) => setProblem(error.message),
                  )
                : setAsked(true)
            }
          >
            {asked ? t('deleteItsTreesBecomeFreeFor') : t('deleteRound')}
          </Button>
        ) : null}
      </View>
    </Card>
  );
}

import { mayAct } from '@dendrix/core/contracts/roles';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { TOOLS, type Account, type Colleague } from '@dendrix/core/contracts';
import { addDays } from '@dendrix/core/time';
import { everybody, townCounted } from '@/data/keys';
import { dayWords } from '@/features/shell/words';
import { todayIso } from '@/features/shell/today';
import { Body, Small } from '@/ui/text';
import { Button, Choice, Several } from '@/ui/button';
import { Field } from '@/ui/field';
import { Card } from '@/ui/surface';
import { clockOf, minutesOf, TOOL_WORDS, type Wishes } from './wishes';
import { t } from '@/words/rounds';

const DAY = /^\d{4}-\d{2}-\d{2}$/;
const NOBODY: readonly Colleague[] = [];

/** What a round is asked for. */
export interface Asked {
  day: string;
  crews: readonly string[];
  wishes: Wishes & { start: NonNullable<Wishes['start']>; minutes: number | null };
}

interface Props {
  account: Account;
  day: string;
  onDay: (day: string) => void;
  wishes: Wishes;
  onWishes: (wishes: Wishes) => void;
  onPlan: (asked: Asked) => void;
  waits: boolean;
}

/** The day, the hours, the way, the tools and who goes. */
export function PlanForm({ account, day, onDay, wishes, onWishes, onPlan, waits }: Props) {
  const today = todayIso();
  const { data: people } = useQuery(everybody);
  const { data: town } = useQuery(townCounted(today));
  const [crews, setCrews] = useState<readonly string[]>([account.id]);
  const [problem, setProblem] = useState<{ at: 'from' | 'hours' | 'day' | 'start'; words: string } | null>(null);
  const [typedDay, setTypedDay] = useState('');
  const mayShare = mayAct(account.role, 'coordinator');
  const set = (part: Partial<Wishes>) => onWishes({ ...wishes, ...part });
  const locate = () =>
    navigator.geolocation.getCurrentPosition(
      ({ coords }) =>
        set({
          start: { latitude: Number(coords.latitude.toFixed(5)), longitude: Number(coords.longitude.toFixed(5)), words: t('whereIStood') },
        }),
      () => setProblem({ at: 'start', words: t('locationNotAvailableStartFromThe') }),
      { enableHighAccuracy: true, timeout: 8000 },
    );
  const plan = () => {
    const from = clockOf(wishes.from);
    if (!from) return setProblem({ at: 'from', words: t('enterATimeForExample08') });
    const hours = minutesOf(wishes.hours);
    if ('problem' in hours) return setProblem({ at: 'hours', words: hours.problem });
    const middle = town?.middle;
    const start = wishes.start ?? (middle ? { ...middle, words: t('theMiddleOfTown') } : null);
    if (!start) return setProblem({ at: 'start', words: t('chooseAStartingPoint') });
    setProblem(null);
    onPlan({ day, crews, wishes: { ...wishes, from, start, minutes: hours.minutes } });
  };
  const turnTool = (tool: (typeof TOOLS)[number]) =>
    set({ tools: wishes.tools.includes(tool) ? wishes.tools.filter((one) => one !== tool) : [...wishes.tools, tool] });
  return (
    <Card className="gap-4">
      <Choice
        label={t('day')}
        options={[
          { value: today, words: t('today') },
          { value: addDays(today, 1), words: t('tomorrow') },
          ...(day !== today && day !== addDays(today, 1) ? [{ value: day, words: dayWords(day) }] : []),
        ]}
        value={day}
        onChange={onDay}
      />
      <View className="flex-row items-end gap-2">
        <Field
          className="flex-1"
          label={t('orAnotherDay')}
          value={typedDay}
          onChangeText={setTypedDay}
          hint={t('suchAs20261203')}
          problem={problem?.at === 'day' ? problem.words : null}
        />
        <Button
          className="mb-[23px]"
          onPress={() => {
            if (!DAY.test(typedDay.trim()) || typedDay.trim() < today) return setProblem({ at: 'day', words: t('enterTodayOrALaterDate') });
            setProblem(null);
            onDay(typedDay.trim());
          }}
        >
          {t('useThisDay')}
        </Button>
      </View>
      <View className="flex-row gap-3">
        <Field
          className="flex-1"
          label={t('startTime')}
          value={wishes.from}
          onChangeText={(from) => set({ from })}
          problem={problem?.at === 'from' ? problem.words : null}
        />
        <Field
          className="flex-1"
          label={t('hours')}
          value={wishes.hours}
          onChangeText={(hours) => set({ hours })}
          inputMode="decimal"
          problem={problem?.at === 'hours' ? problem.words : null}
        />
      </View>
      <Choice
        label={t('travel')}
        options={[
          { value: 'foot', words: t('onFoot') },
          { value: 'car', words: t('byCar') },
        ]}
        value={wishes.by}
        onChange={(by) => set({ by })}
      />
      <View className="gap-1">
        <Small className="font-body-bold">{t('start')}</Small>
        <View className="flex-row flex-wrap items-center gap-2">
          <Body className="flex-1">
            {wishes.start
              ? `${wishes.start.words} (${wishes.start.latitude.toFixed(4)}, ${wishes.start.longitude.toFixed(4)})`
              : t('inTheMiddleOfTown')}
          </Body>
          <Button onPress={locate}>{t('myLocation')}</Button>
          {wishes.start ? <Button onPress={() => set({ start: null })}>{t('middleOfTown')}</Button> : null}
        </View>
        {problem?.at === 'start' ? <Small role="alert">{problem.words}</Small> : null}
      </View>
      <Choice
        label={t('end')}
        options={[
          { value: 'back', words: t('backToStart') },
          { value: 'anywhere', words: t('atTheLastTree') },
        ]}
        value={wishes.back ? 'back' : 'anywhere'}
        onChange={(end) => set({ back: end === 'back' })}
      />
      <Several
        label={t('toolsAvailable')}
        options={TOOLS.map((value) => ({ value, words: TOOL_WORDS[value] }))}
        values={wishes.tools}
        onTurn={turnTool}
      />
      {mayShare ? (
        <Several
          label={t('crewSeveralPeopleShareTheStops')}
          options={(people ?? NOBODY).filter(({ role }) => role !== 'viewer').map(({ id, name }) => ({ value: id, words: name }))}
          values={crews}
          onTurn={(id) => setCrews((now) => (now.includes(id) ? now.filter((one) => one !== id) : [...now, id]))}
        />
      ) : null}
      <Button kind="next" disabled={waits || crews.length === 0} onPress={plan}>
        {t('planRound')}
      </Button>
    </Card>
  );
}

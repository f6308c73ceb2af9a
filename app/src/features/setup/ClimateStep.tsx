import { useState } from 'react';
import { View } from 'react-native';
import { zone } from '@dendrix/core/knowledge';
import { isTimeZone } from '@dendrix/core/record';
import { seasonOf } from '@dendrix/core/time';
import { todayIso } from '@/features/shell/today';
import { Small } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Field } from '@/ui/field';
import { Remark } from '@/ui/surface';
import type { StepProps } from './OutlineStep';

const GAPS = ['none', '12', '24', '36', '60'] as const;

/** What the months and the winters are like, and how long a tree may go unseen. */
export function ClimateStep({ given, keep }: StepProps) {
  const [hardiness, setHardiness] = useState(given.hardiness ?? '');
  const [timeZone, setTimeZone] = useState(given.timeZone);
  const [problem, setProblem] = useState<string | null>(null);
  const [kept, setKept] = useState(false);
  const zoneProblem =
    hardiness.trim() === '' || zone.safeParse(hardiness.trim()).success ? null : 'A zone from 1 to 13, with a or b, such as 7b.';
  const timeProblem = isTimeZone(timeZone.trim()) ? null : 'A name such as Europe/Vienna or Pacific/Auckland.';
  const act = (change: Parameters<typeof keep>[0]) => {
    setProblem(null);
    setKept(false);
    keep(change).then(
      () => setKept(true),
      (error: Error) => setProblem(error.message),
    );
  };
  return (
    <View className="gap-3">
      <Field
        label="Hardiness zone (1 the coldest, 13 the warmest; of the lowest winter temperature)"
        value={hardiness}
        onChangeText={setHardiness}
        autoCapitalize="none"
        problem={zoneProblem}
        hint="Species that are not hardy here count less when a tree is identified."
      />
      <Field label="Time zone" value={timeZone} onChangeText={setTimeZone} autoCapitalize="none" problem={timeProblem} />
      <Small>
        {`It is ${seasonOf(todayIso(), given.latitude)} there now: months are counted ${given.latitude < 0 ? 'for the south' : 'for the north'}.`}
      </Small>
      <Button
        className="self-start"
        disabled={zoneProblem !== null || timeProblem !== null}
        onPress={() => act({ hardiness: hardiness.trim() === '' ? null : hardiness.trim(), timeZone: timeZone.trim() })}
      >
        Save
      </Button>
      <Choice
        label="Longest time between visits, months"
        options={GAPS.map((value) => ({ value, words: value === 'none' ? 'No rule' : value }))}
        value={given.longestGap === null ? 'none' : (String(given.longestGap) as (typeof GAPS)[number])}
        onChange={(months) => act({ longestGap: months === 'none' ? null : Number(months) })}
      />
      <Small>An assessment can ask for an earlier visit. This setting never delays one.</Small>
      {problem ? <Remark mood="caution">{problem}</Remark> : kept ? <Small role="status">Saved.</Small> : null}
    </View>
  );
}

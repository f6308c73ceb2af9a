import { useState } from 'react';
import { View } from 'react-native';
import { WORKS, type Works } from '@dendrix/core/record';
import { treeUnit } from '@dendrix/core/measuring';
import { parseLength } from '@dendrix/core/units';
import { WORKS_WORDS } from '@dendrix/core/words';
import { useSettings } from '@/features/shell/settings';
import { Button, Choice } from '@/ui/button';
import { Field } from '@/ui/field';
import { datesOf, datesRead, NO_DATES, WorksDates } from './WorksDates';
import { t } from '@/words/assess';

/** What kind of works, how near, and when. */
export function AddWorks({ onAdd }: { onAdd: (works: Works) => void }) {
  const { settings } = useSettings();
  const [kind, setKind] = useState<Works['kind']>('trench');
  const [typed, setTyped] = useState('');
  const [dates, setDates] = useState(NO_DATES);
  const m = typed.trim() === '' ? null : parseLength(typed, treeUnit(settings));
  return (
    <View className="gap-3">
      <Choice
        label={t('kindOfWorks')}
        options={WORKS.map((value) => ({ value, words: WORKS_WORDS[value].replace(/^an? /, '') }))}
        value={kind}
        onChange={setKind}
      />
      <Field
        label={t('closestDistanceToTheStem')}
        value={typed}
        inputMode="decimal"
        suffix={treeUnit(settings)}
        onChangeText={setTyped}
        problem={typed.trim() !== '' && m === null ? t('enterADistanceForExample3') : null}
      />
      <WorksDates typed={dates} onChange={setDates} />
      <Button
        disabled={m === null || !datesRead(dates)}
        onPress={() => {
          onAdd({ kind, distance: m ?? 0, ...datesOf(dates) });
          setTyped('');
          setDates(NO_DATES);
        }}
      >
        {t('addWorks')}
      </Button>
    </View>
  );
}

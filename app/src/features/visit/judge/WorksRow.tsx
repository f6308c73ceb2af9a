import { useState } from 'react';
import { View } from 'react-native';
import { LEAST_REASON, type Works, type WorksAnswer } from '@dendrix/core/record';
import { WORKS_WORDS } from '@dendrix/core/words';
import { useUnits } from '@/features/shell/settings';
import { lengthWords } from '@/features/shell/words';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Remark } from '@/ui/surface';
import { Body, Small } from '@/ui/text';
import { datesOf, datesRead, NO_DATES, WorksDates } from './WorksDates';
import { dayWords } from '@/features/shell/words';
import { t } from '@/words/assess';

interface Props {
  one: WorksAnswer;
  /** Its place in the list, for labels. */
  nth: number;
  /** Keeps the works with what was said of them now. */
  onPut: (works: Works) => void;
  /** Of works that this visit named. */
  onTakeBack?: () => void;
}

/** One of the works near the tree: what it does, and for one of an earlier visit when it is or that it was called off. */
export function WorksRow({ one, nth, onPut, onTakeBack }: Props) {
  const [asks, setAsks] = useState<'dates' | 'off' | null>(null);
  const [dates, setDates] = useState(NO_DATES);
  const [why, setWhy] = useState('');
  const works: Works = { kind: one.kind, distance: one.distance };
  return (
    <View className="gap-2">
      <Remark mood={one.where === 'outside the root zone' ? 'settled' : 'caution'}>
        <View className="gap-1">
          <Body>{one.says}</Body>
          {one.needs.length > 0 ? <Small className="text-ink">{t('conditions', { needs: one.needs.join('; ') })}</Small> : null}
          {one.saidOn === undefined ? null : <Small className="text-ink">{t('recordedOn', { saidOn: dayWords(one.saidOn) })}</Small>}
        </View>
      </Remark>
      <View className="flex-row flex-wrap gap-2">
        {onTakeBack ? (
          <Button label={t('removeWorks', { nth })} onPress={onTakeBack}>
            {t('remove')}
          </Button>
        ) : (
          <>
            <Button label={t('datesOfWorks', { nth })} onPress={() => setAsks(asks === 'dates' ? null : 'dates')}>
              {one.begins === undefined ? t('setDates') : t('changeDates')}
            </Button>
            <Button label={t('worksCalledOff', { nth })} onPress={() => setAsks(asks === 'off' ? null : 'off')}>
              {t('calledOff')}
            </Button>
          </>
        )}
      </View>
      {asks === 'dates' ? (
        <View className="gap-2">
          <WorksDates typed={dates} onChange={setDates} />
          <Button
            kind="second"
            disabled={!datesRead(dates) || Object.keys(datesOf(dates)).length === 0}
            onPress={() => onPut({ ...works, ...datesOf(dates) })}
          >
            {t('saveDates')}
          </Button>
        </View>
      ) : null}
      {asks === 'off' ? (
        <View className="gap-2">
          <Field label={t('whyTheyWillNotBeDone')} value={why} onChangeText={setWhy} />
          <Button kind="second" disabled={why.trim().length < LEAST_REASON} onPress={() => onPut({ ...works, calledOff: why.trim() })}>
            {t('save')}
          </Button>
        </View>
      ) : null}
    </View>
  );
}

/** Works that this visit says will not be done. */
export function CalledOff({ one, onTakeBack }: { one: Works; onTakeBack: () => void }) {
  const units = useUnits();
  const name = t('at', { works: WORKS_WORDS[one.kind].replace(/^an? /, ''), length: lengthWords(one.distance, units, 'tree') });
  return (
    <View className="flex-row flex-wrap items-center gap-2">
      <Body className="flex-1">{t('calledOffNameCalledoff', { name, calledOff: one.calledOff ?? '' })}</Body>
      <Button label={t('undoCalledOff', { name })} onPress={onTakeBack}>
        {t('undo')}
      </Button>
    </View>
  );
}

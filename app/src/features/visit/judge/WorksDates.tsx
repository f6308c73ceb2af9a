import { View } from 'react-native';
import { isoDate, type Works } from '@dendrix/core/record';
import { Field } from '@/ui/field';
import { t } from '@/words/assess';

/** First and last day on site, as typed. */
export interface TypedDates {
  begins: string;
  ends: string;
}
export const NO_DATES: TypedDates = { begins: '', ends: '' };

const DAY = t('writeADaySuchAs2027');
const dayOf = (text: string) => (text.trim() === '' ? undefined : text.trim());
const isDay = (text: string) => text.trim() === '' || isoDate.safeParse(text.trim()).success;
const inOrder = ({ begins, ends }: TypedDates) => begins.trim() === '' || ends.trim() === '' || begins.trim() <= ends.trim();

/** Whether both can be kept as they stand. */
export const datesRead = (typed: TypedDates): boolean => isDay(typed.begins) && isDay(typed.ends) && inOrder(typed);

/** The dates that were given. */
export function datesOf({ begins, ends }: TypedDates): Pick<Works, 'begins' | 'ends'> {
  const first = dayOf(begins);
  const last = dayOf(ends);
  return { ...(first === undefined ? {} : { begins: first }), ...(last === undefined ? {} : { ends: last }) };
}

/** Asks when works begin and end; either may be left empty. */
export function WorksDates({ typed, onChange }: { typed: TypedDates; onChange: (typed: TypedDates) => void }) {
  const late = isDay(typed.begins) && isDay(typed.ends) && !inOrder(typed);
  return (
    <View className="flex-row flex-wrap gap-3">
      <Field
        className="min-w-[150px] flex-1"
        label={t('firstDayOnSite')}
        value={typed.begins}
        placeholder="2027-05-15"
        onChangeText={(begins) => onChange({ ...typed, begins })}
        problem={isDay(typed.begins) ? null : DAY}
      />
      <Field
        className="min-w-[150px] flex-1"
        label={t('lastDayOnSite')}
        value={typed.ends}
        placeholder="2027-05-20"
        onChangeText={(ends) => onChange({ ...typed, ends })}
        problem={!isDay(typed.ends) ? DAY : late ? t('theLastDayIsBeforeThe') : null}
      />
    </View>
  );
}

import { useState } from 'react';
import { View } from 'react-native';
import type { QueueFilter } from '@/data/keys';
import { useColleagues } from '@/features/talk/useTalk';
import { Button, Choice } from '@/ui/button';
import { Field } from '@/ui/field';
import { t } from '@/words/review';

const ABOUT = [
  { value: 'all', words: t('all') },
  { value: 'danger', words: t('highRisk') },
  { value: 'name', words: t('nameUncertain') },
  { value: 'disagreement', words: t('disagreement') },
  { value: 'answered', words: t('answered') },
] as const;

/** Which part of the queue is shown: by what it is about, by person and by street. */
export function Filters({ value, onChange }: { value: QueueFilter; onChange: (filter: QueueFilter) => void }) {
  const [open, setOpen] = useState(false);
  const [street, setStreet] = useState(value.street ?? '');
  const colleagues = useColleagues();
  const set = (part: { [K in keyof QueueFilter]?: QueueFilter[K] | undefined }) => {
    const next = Object.entries({ ...value, ...part }).filter(([, one]) => one !== undefined && one !== '');
    onChange(Object.fromEntries(next) as QueueFilter);
  };
  const chosen = Object.keys(value).length;
  return (
    <View className="gap-2">
      <Button className="self-start" onPress={() => setOpen(!open)}>
        {chosen > 0 ? t('onlyAPart', { words: wordsOf(value, colleagues) }) : t('filter')}
      </Button>
      {open ? (
        <View className="gap-3 border-l-4 border-l-slate bg-slate-wash p-3">
          <Choice
            label={t('topic')}
            options={ABOUT}
            value={value.about ?? 'all'}
            onChange={(about) => set({ about: about === 'all' ? undefined : about })}
          />
          <Choice
            label={t('inspectedBy')}
            options={[
              { value: '', words: t('anybody') },
              ...colleagues.filter(({ role }) => role !== 'viewer').map(({ id, name }) => ({ value: id, words: name })),
            ]}
            value={value.by ?? ''}
            onChange={(by) => set({ by: by === '' ? undefined : by })}
          />
          <View className="flex-row items-end gap-2">
            <Field
              className="flex-1"
              label={t('street')}
              value={street}
              onChangeText={setStreet}
              onSubmitEditing={() => set({ street: street.trim() })}
            />
            <Button onPress={() => set({ street: street.trim() })}>{t('show')}</Button>
          </View>
          {chosen > 0 ? (
            <Button
              onPress={() => {
                setStreet('');
                onChange({});
              }}
            >
              {t('clearFilters')}
            </Button>
          ) : null}
        </View>
      ) : null}
    </View>
  );
}

const wordsOf = ({ about, by, street }: QueueFilter, colleagues: readonly { id: string; name: string }[]): string =>
  [
    ABOUT.find(({ value }) => value === about)?.words.toLowerCase(),
    by === undefined ? undefined : (colleagues.find(({ id }) => id === by)?.name ?? t('onePerson')),
    street,
  ]
    .filter((words) => words !== undefined)
    .join(', ');

import { useState } from 'react';
import { View } from 'react-native';
import { INVESTIGATIONS, type Ended, type SignSeen } from '@dendrix/core/record';
import { capital } from '@dendrix/core/words';
import { Button, Choice } from '@/ui/button';
import { Field } from '@/ui/field';
import { Small } from '@/ui/text';
import { canBeWorked } from './known';
import { t } from '@/words/walk';

/** Letters that say something. */
const LEAST = 5;
type Means = 'work' | 'investigation' | 'gone';
const ASKS: Record<Means, string> = {
  work: t('workDoneAndContractor'),
  investigation: t('findingAndAssessor'),
  gone: t('whyYouThinkItIsGone'),
};

interface Props {
  sign: SignSeen;
  /** What ended it; with none, it is only said to be gone, for a reviewer to decide. */
  onClose: (ended: Ended | null, note: string) => void;
  onCancel: () => void;
}

/** A defect in wood, forks, roots or ground does not end by the eye: it takes a work, an investigation or a reviewer. */
export function CloseFault({ sign, onClose, onCancel }: Props) {
  const worked = canBeWorked(sign);
  const [means, setMeans] = useState<Means>(worked ? 'work' : 'investigation');
  const [method, setMethod] = useState<(typeof INVESTIGATIONS)[number] | null>(null);
  const [note, setNote] = useState('');
  const ready = note.trim().length >= LEAST && (means !== 'investigation' || method !== null);
  const close = () => {
    if (means === 'gone') onClose(null, note.trim());
    else onClose({ how: means, note: note.trim(), ...(means === 'investigation' && method ? { method } : {}) }, note.trim());
  };
  return (
    <View className="gap-3 border-t border-rule pt-3">
      <Choice
        label={t('howWasItClosed')}
        options={[
          ...(worked ? [{ value: 'work', words: t('workDone') }] : []),
          { value: 'investigation', words: t('investigated') },
          { value: 'gone', words: t('iThinkItIsGone') },
        ]}
        value={means}
        onChange={(value) => setMeans(value as Means)}
      />
      {means === 'investigation' ? (
        <Choice
          label={t('method')}
          options={INVESTIGATIONS.map((value) => ({ value, words: capital(value) }))}
          value={method}
          onChange={(value) => setMethod(value as (typeof INVESTIGATIONS)[number])}
        />
      ) : null}
      <Field label={ASKS[means]} value={note} onChangeText={setNote} multiline />
      <Small>
        {means === 'gone'
          ? t('aReviewerDecidesUntilThenIt')
          : means === 'work'
            ? t('theWorkGoesOnTheRecord')
            : t('byAQualifiedPersonOnlyThe')}
      </Small>
      <View className="flex-row gap-2">
        <Button kind="next" className="flex-1" disabled={!ready} onPress={close}>
          {means === 'gone' ? t('askAReviewer') : t('closeDefect')}
        </Button>
        <Button className="flex-1" onPress={onCancel}>
          {t('cancel')}
        </Button>
      </View>
    </View>
  );
}

import { useState } from 'react';
import { View } from 'react-native';
import { INVESTIGATIONS, type Ended, type SignSeen } from '@dendrix/core/record';
import { capital } from '@dendrix/core/words';
import { Button, Choice } from '@/ui/button';
import { Field } from '@/ui/field';
import { Small } from '@/ui/text';
import { canBeWorked } from './known';

/** Letters that say something. */
const LEAST = 5;
type Means = 'work' | 'investigation' | 'gone';
const ASKS: Record<Means, string> = {
  work: 'Work done and contractor',
  investigation: 'Finding and assessor',
  gone: 'Why you think it is gone',
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
        label="How was it closed?"
        options={[
          ...(worked ? [{ value: 'work', words: 'Work done' }] : []),
          { value: 'investigation', words: 'Investigated' },
          { value: 'gone', words: 'I think it is gone' },
        ]}
        value={means}
        onChange={(value) => setMeans(value as Means)}
      />
      {means === 'investigation' ? (
        <Choice
          label="Method"
          options={INVESTIGATIONS.map((value) => ({ value, words: capital(value) }))}
          value={method}
          onChange={(value) => setMethod(value as (typeof INVESTIGATIONS)[number])}
        />
      ) : null}
      <Field label={ASKS[means]} value={note} onChangeText={setNote} multiline />
      <Small>
        {means === 'gone'
          ? 'A reviewer decides. Until then it still counts, with its date.'
          : means === 'work'
            ? 'The work goes on the record with your name.'
            : 'By a qualified person only. The finding goes on the record.'}
      </Small>
      <View className="flex-row gap-2">
        <Button kind="next" className="flex-1" disabled={!ready} onPress={close}>
          {means === 'gone' ? 'Ask a reviewer' : 'Close defect'}
        </Button>
        <Button className="flex-1" onPress={onCancel}>
          Cancel
        </Button>
      </View>
    </View>
  );
}

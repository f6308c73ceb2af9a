import { useState } from 'react';
import { View } from 'react-native';
import type { Overrule as OverruleOf } from '@dendrix/core/record';
import { capital } from '@dendrix/core/words';
import { Button, Choice } from '@/ui/button';
import { Field } from '@/ui/field';
import { Remark } from '@/ui/surface';
import { Small } from '@/ui/text';
import { t } from '@/words/assess';

interface Props {
  what: OverruleOf['what'];
  /** The statement in words, for labels: "soundness". */
  of: string;
  options: readonly { value: string; words: string }[];
  /** What the rules say, so that it need not be offered. */
  ruled: string;
  overrules: readonly OverruleOf[];
  onChange: (overrules: OverruleOf[]) => void;
  /** A typed answer instead of a choice, such as a date. */
  typed?: { label: string; hint: string; valid: (text: string) => boolean };
}

/** The person sees it otherwise: another answer with a reason, kept beside what the rules say; or back to the rules. */
export function Overrule({ what, of, options, ruled, overrules, onChange, typed }: Props) {
  const set = overrules.find((o) => o.what === what);
  const [open, setOpen] = useState(false);
  const [to, setTo] = useState<string | null>(null);
  const [why, setWhy] = useState('');
  const rest = overrules.filter((o) => o.what !== what);
  if (set)
    return (
      <Remark mood="second" title={t('yours', { to: set.to })}>
        <View className="gap-2">
          <Small className="text-ink">{set.why}</Small>
          <Button label={t('backToWhatTheRulesSay', { of })} onPress={() => onChange([...rest])}>
            {t('useCalculatedValue')}
          </Button>
        </View>
      </Remark>
    );
  if (!open)
    return (
      <Button kind="quiet" className="-ml-4 self-start" onPress={() => setOpen(true)}>
        {t('change', { of })}
      </Button>
    );
  const ready = to !== null && to !== '' && why.trim().length >= 3 && (!typed || typed.valid(to));
  return (
    <View className="gap-3 border-l-4 border-l-slate pl-3" role="group" aria-label={t('change', { of })}>
      {typed ? (
        <Field
          label={typed.label}
          value={to ?? ''}
          onChangeText={setTo}
          hint={typed.hint}
          problem={to && !typed.valid(to) ? typed.hint : null}
        />
      ) : (
        <Choice label={t('myRating', { of: capital(of) })} options={options.filter((o) => o.value !== ruled)} value={to} onChange={setTo} />
      )}
      <Field label={t('whyFor', { of })} value={why} onChangeText={setWhy} multiline hint={t('savedAndShownToTheReviewer')} />
      <View className="flex-row gap-2">
        <Button
          kind="second"
          disabled={!ready}
          onPress={() => {
            if (to) onChange([...rest, { what, to, why: why.trim() }]);
            setOpen(false);
          }}
        >
          {t('saveMyValue')}
        </Button>
        <Button onPress={() => setOpen(false)}>{t('cancel')}</Button>
      </View>
    </View>
  );
}

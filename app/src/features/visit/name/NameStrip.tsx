import { View } from 'react-native';
import type { Trait } from '@dendrix/core/knowledge';
import type { JudgedName } from '@dendrix/core/state';
import { Button } from '@/ui/button';
import { Latin, Small } from '@/ui/text';
import { short } from './LeadingNames';
import type { Naming } from './useNaming';
import { t } from '@/words/name';

/** On a phone, while measuring and walking round, the names shrink to a line; the next look stays one tap away. */
export function NameStrip({
  naming,
  name,
  seen,
  onLook,
}: {
  naming: Naming;
  name: JudgedName;
  seen: number;
  onLook: (trait: Trait) => void;
}) {
  const [first, second] = naming.result.ranking.candidates;
  const any = naming.result.ranking.observations.length > 0;
  const next = naming.next;
  return (
    <View className="flex-row items-center gap-3 border-t-2 border-ink bg-sheet px-4 py-2">
      <View className="min-w-0 flex-1">
        <Latin className="text-[17px] leading-[21px]" numberOfLines={1}>
          {name.taxon ?? t('notYetNamed')}
        </Latin>
        <Small numberOfLines={2}>
          {[
            name.byRecord
              ? t('byTheRecord')
              : any && first
                ? second && second.probability > 0.005
                  ? t('percentThen', { percent: Math.round(first.probability * 100), second: short(second.taxon.name) })
                  : `${Math.round(first.probability * 100)}%`
                : '',
            t('inspected', { seen }),
          ]
            .filter(Boolean)
            .join(' · ')}
        </Small>
      </View>
      {next ? (
        <Button
          kind="next"
          className="max-w-[46%]"
          label={t('checkNext', { label: next.trait.label.toLowerCase() })}
          onPress={() => onLook(next.trait)}
        >
          {t('checkNext', { label: next.trait.label.toLowerCase() })}
        </Button>
      ) : null}
    </View>
  );
}

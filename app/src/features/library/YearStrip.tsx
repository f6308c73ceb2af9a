import { MONTH_NAMES, monthWords } from '@dendrix/core/words';
import { Text, View } from 'react-native';
import type { Taxon } from '@dendrix/core/knowledge';
import { localMonth, monthsOf } from '@dendrix/core/time';
import { Small, Strong } from '@/ui/text';
import { t } from '@/words/library';

const ROWS = [
  { key: 'leaf', words: t('inLeaf'), mark: 'bg-lichen' },
  { key: 'flower', words: t('flower'), mark: 'bg-oxide' },
  { key: 'fruit', words: t('fruit'), mark: 'bg-ink' },
  { key: 'autumn', words: t('autumnColour'), mark: 'bg-sulphur' },
] as const;

/** The year of a taxon at this district: what shows in which month, this month framed. */
export function YearStrip({ taxon, month, latitude }: { taxon: Taxon; month: number; latitude: number }) {
  return (
    <View className="gap-2">
      <View className="flex-row" aria-hidden>
        <View className="w-[92px]" />
        {MONTH_NAMES.map((name, i) => (
          <Text
            key={name}
            className={`flex-1 text-center text-[13px] ${i + 1 === month ? 'font-body-bold text-ink underline' : 'font-body text-soft'}`}
          >
            {name.charAt(0)}
          </Text>
        ))}
      </View>
      {ROWS.map(({ key, words, mark }) => {
        const months = new Set(monthsOf(taxon.months[key]).map((m) => localMonth(m, latitude)));
        if (months.size === 0) return null;
        const said = monthWords(monthsOf(taxon.months[key]).map((m) => localMonth(m, latitude)));
        return (
          <View key={key} role="img" aria-label={`${words}: ${said}`} className="flex-row items-center">
            <Strong className="w-[92px] text-[14px] leading-[17px]">{words}</Strong>
            {MONTH_NAMES.map((name, i) => (
              <View
                key={name}
                className={`h-[18px] flex-1 justify-center border-y ${i + 1 === month ? 'border-x-2 border-ink' : 'border-x border-x-paper border-y-rule'}`}
              >
                {months.has(i + 1) ? <View className={`h-[12px] ${mark}`} /> : null}
              </View>
            ))}
          </View>
        );
      })}
      <Small>{t('atThisDistrictsLatitudeIsFramed', { monthNames: MONTH_NAMES[month - 1] ?? '' })}</Small>
    </View>
  );
}

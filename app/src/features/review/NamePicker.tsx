import { useState } from 'react';
import { Pressable, View } from 'react-native';
import type { Place } from '@dendrix/core/geo';
import { widerNames } from '@dendrix/core/naming';
import { commonName, districtOf, library, matchedWords, namesIn } from '@/features/shell/library';
import { Body, Latin, Small } from '@/ui/text';
import { Field } from '@/ui/field';
import { t } from '@/words/review';

/** Finds a taxon of the library by any of its names, or a genus or family by its own. */
export function NamePicker({
  label,
  place,
  value,
  onPick,
}: {
  label: string;
  place: Place;
  value: string | null;
  onPick: (name: string) => void;
}) {
  const [typed, setTyped] = useState('');
  const names = namesIn(districtOf(place));
  const hits = typed.trim().length >= 2 ? names.suggest(typed, 6).filter((hit) => hit.held) : [];
  // A review's word may be wider: the genus is sure, the species is not.
  const wider = typed.trim().length >= 2 ? widerNames(library, typed, 4) : [];
  return (
    <View className="gap-2">
      {value ? (
        <Body>
          {t('chosen')} <Latin className="text-[18px]">{value}</Latin>
        </Body>
      ) : null}
      <Field label={label} value={typed} onChangeText={setTyped} autoCapitalize="none" />
      {wider.map((name) => (
        <Pressable
          key={name}
          role="button"
          aria-label={name}
          onPress={() => {
            onPick(name);
            setTyped('');
          }}
          className="min-h-[48px] justify-center rounded-md border border-dashed border-ink bg-sheet px-3 active:opacity-60"
        >
          <Latin className="text-[17px] leading-[20px]">{name}</Latin>
          <Small>{t('noNearerThanThat')}</Small>
        </Pressable>
      ))}
      {hits.map((hit) => (
        <Pressable
          key={`${hit.matched}/${hit.taxon}`}
          role="button"
          aria-label={hit.taxon}
          onPress={() => {
            onPick(hit.taxon);
            setTyped('');
          }}
          className="min-h-[48px] justify-center rounded-md border border-ink bg-sheet px-3 active:opacity-60"
        >
          <Latin className="text-[17px] leading-[20px]">{hit.taxon}</Latin>
          <Small>{hit.as === 'accepted name' ? commonName(hit.taxon) : matchedWords(hit)}</Small>
        </Pressable>
      ))}
    </View>
  );
}

import { useMemo, useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { livesOn, takesAnything } from '@dendrix/core/judging';
import type { Meeting } from '@dendrix/core/history';
import { signWords, zoneWords } from '@dendrix/core/words';
import type { Photo, SignSeen } from '@dendrix/core/record';
import type { Sign, Zone } from '@dendrix/core/knowledge';
import { library } from '@/features/shell/library';
import { useSettings } from '@/features/shell/settings';
import { dayWords } from '@/features/shell/words';
import { Button } from '@/ui/button';
import { useDialog } from '@/ui/dialog';
import { Field } from '@/ui/field';
import { Heading, Small, Strong } from '@/ui/text';
import { SignForm } from './SignForm';
import { t } from '@/words/walk';

/** A sign being marked: where, and what is known of it already. */
export interface Marking {
  zone: Zone;
  height?: number;
  /** The sign of the last visit that is larger now. */
  larger?: SignSeen;
}

interface Props extends Marking {
  /** Signs known here from earlier visits that nobody has spoken of yet on this one. */
  known: readonly Meeting[];
  /** The name as far as it is known; signs of its usual troubles come first. */
  taxon: string | null;
  onAdd: (sign: SignSeen, photos: Photo[]) => void;
  onClose: () => void;
}

/** Signs of a zone: those that agents of this very kind of tree show come first. */
function useChoices(zone: Zone, taxon: string | null): { usual: Sign[]; others: Sign[] } {
  return useMemo(() => {
    const here = library.signs.filter((s) => s.zones.includes(zone));
    const ofHost = new Set(
      taxon === null
        ? []
        : library.agents
            .filter((a) => !takesAnything(a) && livesOn(a, taxon))
            .flatMap((a) => a.signs.filter((s) => s.howOften !== 'rarely').map((s) => s.sign)),
    );
    return { usual: here.filter((s) => ofHost.has(s.id)), others: here.filter((s) => !ofHost.has(s.id)) };
  }, [zone, taxon]);
}

/** What is it? Then: how large. */
export function SignSheet({ zone, height, larger, taxon, known, onAdd, onClose }: Props) {
  const dialog = useDialog(onClose);
  const { units } = useSettings().settings;
  /** Which earlier sign it is: one of them, surely another (null), or not yet asked. */
  const [again, setAgain] = useState<SignSeen | null | undefined>(larger);
  const [sign, setSign] = useState<Sign | null>(() => library.signs.find((s) => s.id === larger?.id) ?? null);
  const [typed, setTyped] = useState('');
  const { usual, others } = useChoices(zone, taxon);
  const alike = known.filter((one) => one.sign.id === sign?.id);
  const words = typed.trim().toLowerCase();
  const fits = (s: Sign) => words === '' || `${s.label} ${s.hint} ${s.means}`.toLowerCase().includes(words);
  const row = (choice: Sign) => (
    <Pressable
      key={choice.id}
      role="button"
      onPress={() => setSign(choice)}
      className="min-h-[52px] justify-center rounded-md border border-ink bg-sheet px-4 py-1 active:opacity-60"
    >
      <Strong>{choice.label}</Strong>
      <Small>{choice.hint}</Small>
    </Pressable>
  );
  const shownUsual = usual.filter(fits);
  const shownOthers = others.filter(fits);
  return (
    <View className="absolute inset-0 z-40 justify-end">
      <Pressable aria-hidden tabIndex={-1} className="absolute inset-0 bg-ink opacity-40" onPress={onClose} />
      <View
        ref={dialog}
        role="dialog"
        aria-modal
        aria-label={t('aSign', { zone: zoneWords(zone) })}
        className="max-h-[88%] w-full max-w-[640px] self-center rounded-t-lg border-2 border-b-0 border-ink bg-paper"
      >
        {/* The way out stays in view however long the list is. */}
        <View className="px-4 pt-4">
          <View className="flex-row items-center justify-between gap-3">
            <Heading className="flex-shrink">
              {sign ? (larger ? t('howLargeNow', { label: sign.label }) : sign.label) : t('addASignZone', { zone: zoneWords(zone) })}
            </Heading>
            <Button
              onPress={
                sign && !larger
                  ? () => {
                      setSign(null);
                      setAgain(undefined);
                    }
                  : onClose
              }
            >
              {sign && !larger ? t('back') : t('close')}
            </Button>
          </View>
        </View>
        <ScrollView contentContainerClassName="gap-3 p-4 pb-8" keyboardShouldPersistTaps="handled">
          {sign && again === undefined && alike.length > 0 ? (
            <View className="gap-3">
              <Small>{t('thereIsAlreadyASignLike')}</Small>
              {alike.map(({ day, sign: earlier }) => (
                <Button key={earlier.key} onPress={() => setAgain(earlier)}>
                  {signWords(earlier, units)
                    ? t('theOneOf', { day: dayWords(day), sign: signWords(earlier, units) })
                    : t('theOneOfDay', { day: dayWords(day) })}
                </Button>
              ))}
              <Button onPress={() => setAgain(null)}>{t('aNewOne')}</Button>
            </View>
          ) : sign ? (
            <SignForm
              key={`${sign.id}/${again?.key ?? ''}`}
              sign={sign}
              zone={zone}
              begun={
                larger
                  ? { ...larger, photos: [], trend: 'larger', note: undefined, again: larger.key }
                  : {
                      ...(again ? { ...again, photos: [], trend: undefined, note: undefined, again: again.key } : {}),
                      ...(again === null ? { again: null } : {}),
                      ...(height === undefined || !sign.fields.height ? {} : { height }),
                    }
              }
              before={larger ?? again ?? undefined}
              sizeOnly={larger !== undefined}
              onAdd={onAdd}
            />
          ) : (
            <>
              <Field label={t('findASign')} value={typed} onChangeText={setTyped} autoCapitalize="none" />
              {shownUsual.length > 0 ? (
                <Small className="font-body-bold">{t('signsOfWhatIsKnownFor', { split: taxon?.split(' ')[0] ?? '' })}</Small>
              ) : null}
              {shownUsual.map(row)}
              {shownUsual.length > 0 && shownOthers.length > 0 ? <Small className="font-body-bold">{t('others')}</Small> : null}
              {shownOthers.map(row)}
              {shownUsual.length + shownOthers.length === 0 ? <Small>{t('noSignFoundTryAnotherSide')}</Small> : null}
            </>
          )}
        </ScrollView>
      </View>
    </View>
  );
}

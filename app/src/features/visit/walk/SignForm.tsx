import { useState } from 'react';
import { View } from 'react-native';
import { trackedField } from '@dendrix/core/history';
import type { Photo, SignSeen } from '@dendrix/core/record';
import { signField, type Sign, type SignField, type Zone } from '@dendrix/core/knowledge';
import { capital } from '@dendrix/core/words';
import { v7 as newId } from 'uuid';
import { fromMetres, parseLength } from '@dendrix/core/units';
import { stemUnit, treeUnit } from '@dendrix/core/measuring';
import { PhotoPicker } from '@/features/photos/PhotoPicker';
import { Thumbnail } from '@/features/photos/Thumbnail';
import { useSettings } from '@/features/shell/settings';
import { Button, Choice } from '@/ui/button';
import { Field } from '@/ui/field';
import { Remark } from '@/ui/surface';
import { Small } from '@/ui/text';
import { Percent } from './Percent';
import { t } from '@/words/walk';

const spoken = (word: string) => word.replaceAll('-', ' ');
const NO_NUMBER = t('enterANumberWithOrWithout');

interface Props {
  sign: Sign;
  zone: Zone;
  /** What is known already: the height that was tapped, or the sign as it was last time. */
  begun?: Partial<SignSeen>;
  /** The sign as the last visit recorded it. */
  before?: SignSeen | undefined;
  /** Only its size is asked: it was there before and is larger. */
  sizeOnly?: boolean;
  onAdd: (sign: SignSeen, photos: Photo[]) => void;
}

/** How large, what kind, where; only what this sign asks for is asked. */
export function SignForm({ sign, zone, begun, before, sizeOnly = false, onAdd }: Props) {
  const { settings } = useSettings();
  const [seen, setSeen] = useState<SignSeen>(() => ({ ...begun, id: sign.id, zone, key: newId() }));
  const [photos, setPhotos] = useState<Photo[]>([]);
  const unitOf = (field: SignField) => (signField(field).sized === 'tree' ? treeUnit(settings) : stemUnit(settings));
  const asTyped = (field: SignField, m: number | undefined) =>
    m === undefined ? '' : String(Number(fromMetres(m, unitOf(field)).toFixed(2)));
  const [typed, setTyped] = useState<Partial<Record<SignField, string>>>(() => ({ height: asTyped('height', begun?.height) }));
  const [problems, setProblems] = useState<Partial<Record<SignField, string>>>({});
  const put = (field: SignField, value: number | string | undefined) => setSeen((now) => ({ ...now, [field]: value }));
  const length = (field: SignField, text: string) => {
    setTyped((now) => ({ ...now, [field]: text }));
    const m = text.trim() === '' ? undefined : parseLength(text, unitOf(field));
    setProblems((now) => ({ ...now, [field]: m === null ? NO_NUMBER : undefined }));
    put(field, m ?? undefined);
  };
  const whole = (field: SignField, text: string) => {
    setTyped((now) => ({ ...now, [field]: text }));
    const n = Number(text.replace(',', '.'));
    const bad = text.trim() !== '' && !(Number.isFinite(n) && n >= 0 && n <= (signField(field).max ?? Infinity));
    setProblems((now) => ({ ...now, [field]: bad ? t('writeANumber') : undefined }));
    put(field, text.trim() === '' || bad ? undefined : signField(field).is === 'count' ? Math.round(n) : n);
  };
  const tracked = before ? trackedField(before) : null;
  // How thick a limb is, is asked where there is one.
  const onLimb = zone === 'branches' || zone.startsWith('crown-');
  const onStem = sign.zones.some((one) => one.startsWith('stem-'));
  const fields = (Object.entries(sign.fields) as [SignField, NonNullable<Sign['fields'][SignField]>][]).filter(
    ([field]) => field !== 'trend' && (!sizeOnly || field === tracked) && (field !== 'diameter' || onLimb || !onStem),
  );
  return (
    <View className="gap-4">
      {sizeOnly ? null : (
        <Small>
          {capital(sign.hint)}. {sign.means}
        </Small>
      )}
      {sign.cautions.map((caution) => (
        <Remark key={caution} mood="caution">
          {caution}
        </Remark>
      ))}
      {sizeOnly && tracked === null ? <Small>{t('noSizeWasRecordedLastTime')}</Small> : null}
      {fields.map(([field, spec]) => {
        const { is, label } = signField(field);
        const name = spec.label ? capital(spec.label) : label;
        const last = before?.[field];
        const lastWords =
          typeof last !== 'number'
            ? undefined
            : is === 'length'
              ? t('lastTime', { asTyped: asTyped(field, last), unit: unitOf(field) })
              : t('lastTimeLast', { last });
        switch (is) {
          case 'word': {
            const held = seen[field];
            return (
              <Choice
                key={field}
                label={name}
                options={(spec.words ?? []).map((value) => ({ value, words: spoken(value) }))}
                value={typeof held === 'string' ? held : null}
                onChange={(word) => put(field, word)}
              />
            );
          }
          case 'share': {
            const held = seen[field];
            return (
              <View key={field} className="gap-1">
                <Percent
                  label={name}
                  value={typeof held === 'number' ? held : undefined}
                  card={spec.card}
                  onChange={(n) => put(field, n)}
                />
                {lastWords ? <Small>{lastWords}</Small> : null}
              </View>
            );
          }
          case 'length':
            return (
              <Field
                key={field}
                label={name}
                value={typed[field] ?? ''}
                inputMode="decimal"
                suffix={unitOf(field)}
                onChangeText={(text) => length(field, text)}
                problem={problems[field]}
                hint={lastWords}
              />
            );
          case 'count':
          case 'angle':
            return (
              <Field
                key={field}
                label={name}
                value={typed[field] ?? ''}
                inputMode="decimal"
                suffix={is === 'angle' ? '°' : ''}
                onChangeText={(text) => whole(field, text)}
                problem={problems[field]}
              />
            );
          case 'trend':
          case 'text':
            return null;
        }
      })}
      <View className="gap-2">
        {photos.length > 0 ? (
          <View className="flex-row flex-wrap gap-2">
            {photos.map((photo) => (
              <Thumbnail key={photo.id} photo={photo} />
            ))}
          </View>
        ) : null}
        <PhotoPicker zone={zone} sign={sign.id} of={sign.label.toLowerCase()} onPhoto={(photo) => setPhotos((now) => [...now, photo])} />
      </View>
      <Field label={t('note')} value={seen.note ?? ''} onChangeText={(note) => put('note', note === '' ? undefined : note)} />
      {sizeOnly || sign.lookAlikes.length === 0 ? null : <Small>{t('doNotConfuseWith', { lookAlikes: sign.lookAlikes.join(', ') })}</Small>}
      {sizeOnly || sign.checkNext.length === 0 ? null : <Small>{t('next', { checkNext: sign.checkNext.join(' ') })}</Small>}
      <Button
        kind="next"
        disabled={Object.values(problems).some((p) => p !== undefined)}
        onPress={() => onAdd(photos.length > 0 ? { ...seen, photos: [...(seen.photos ?? []), ...photos.map((p) => p.id)] } : seen, photos)}
      >
        {sizeOnly ? t('recordTheNewSize') : t('record', { label: sign.label.toLowerCase() })}
      </Button>
    </View>
  );
}

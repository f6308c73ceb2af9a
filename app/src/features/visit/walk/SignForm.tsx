import { useState } from 'react';
import { View } from 'react-native';
import { trackedField } from '@dendrix/core/condition';
import type { Photo, SignSeen } from '@dendrix/core/contracts';
import type { Sign, SignField, Zone } from '@dendrix/core/knowledge';
import { fromMetres, parseLength, stemUnit, treeUnit } from '@dendrix/core/measure';
import { PhotoPicker } from '@/features/photos/PhotoPicker';
import { Thumbnail } from '@/features/photos/Thumbnail';
import { useSettings } from '@/features/shell/settings';
import { Button, Choice, Field, Remark, Small } from '@/ui';
import { Percent } from './Percent';

const QUANTITIES: ReadonlySet<SignField> = new Set(['height', 'width', 'length', 'depth', 'opening']);
const NAMES: Record<SignField, string> = {
  percent: 'Share',
  cover: 'Share of the bark',
  part: 'Part',
  size: 'Size',
  where: 'Where',
  kind: 'Kind',
  height: 'Height above ground',
  width: 'Width',
  length: 'Length',
  depth: 'Depth',
  opening: 'Opening',
  count: 'How many',
  angle: 'Angle',
  trend: 'Since last time',
  note: 'Note',
};
const spoken = (word: string) => word.replaceAll('-', ' ');
const NO_NUMBER = 'Write a number, with a unit if you like.';

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
  const [seen, setSeen] = useState<SignSeen>({ ...begun, id: sign.id, zone });
  const [photos, setPhotos] = useState<Photo[]>([]);
  const unitOf = (field: SignField) => (field === 'height' ? treeUnit(settings) : stemUnit(settings));
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
  const whole = (field: 'count' | 'angle', text: string) => {
    setTyped((now) => ({ ...now, [field]: text }));
    const n = Number(text.replace(',', '.'));
    const bad = text.trim() !== '' && !(Number.isFinite(n) && n >= 0 && n <= (field === 'angle' ? 90 : 10_000));
    setProblems((now) => ({ ...now, [field]: bad ? 'Write a number.' : undefined }));
    put(field, text.trim() === '' || bad ? undefined : field === 'count' ? Math.round(n) : n);
  };
  const tracked = before ? trackedField(before) : null;
  const fields = (Object.entries(sign.fields) as [SignField, NonNullable<Sign['fields'][SignField]>][]).filter(
    ([field]) => field !== 'trend' && (!sizeOnly || field === tracked),
  );
  return (
    <View className="gap-4">
      {sizeOnly ? null : <Small>{sign.means}</Small>}
      {sign.cautions.map((caution) => (
        <Remark key={caution} mood="caution">
          {caution}
        </Remark>
      ))}
      {sizeOnly && tracked === null ? <Small>Its size was not taken last time; say in the note how it is larger.</Small> : null}
      {fields.map(([field, spec]) => {
        const name = spec.label ? `${spec.label.charAt(0).toUpperCase()}${spec.label.slice(1)}` : NAMES[field];
        const last = before?.[field as keyof SignSeen];
        const lastWords =
          typeof last !== 'number'
            ? undefined
            : QUANTITIES.has(field)
              ? `last time ${asTyped(field, last)} ${unitOf(field)}`
              : `last time ${last} %`;
        if (spec.words)
          return (
            <Choice
              key={field}
              label={name}
              options={spec.words.map((value) => ({ value, words: spoken(value) }))}
              value={(seen[field as keyof SignSeen] as string | undefined) ?? null}
              onChange={(word) => put(field, word)}
            />
          );
        if (field === 'percent' || field === 'cover')
          return (
            <View key={field} className="gap-1">
              <Percent label={name} value={seen[field]} card={spec.card} onChange={(n) => put(field, n)} />
              {lastWords ? <Small>{lastWords}</Small> : null}
            </View>
          );
        if (QUANTITIES.has(field))
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
        if (field === 'count' || field === 'angle')
          return (
            <Field
              key={field}
              label={name}
              value={typed[field] ?? ''}
              inputMode="decimal"
              suffix={field === 'angle' ? '°' : ''}
              onChangeText={(text) => whole(field, text)}
              problem={problems[field]}
            />
          );
        return null;
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
      <Field label="Note" value={seen.note ?? ''} onChangeText={(note) => put('note', note === '' ? undefined : note)} />
      {sizeOnly || sign.lookAlikes.length === 0 ? null : <Small>Not to be taken for: {sign.lookAlikes.join(', ')}.</Small>}
      {sizeOnly || sign.checkNext.length === 0 ? null : <Small>Then: {sign.checkNext.join(' ')}</Small>}
      <Button
        kind="next"
        disabled={Object.values(problems).some((p) => p !== undefined)}
        onPress={() => onAdd(photos.length > 0 ? { ...seen, photos: [...(seen.photos ?? []), ...photos.map((p) => p.id)] } : seen, photos)}
      >
        {sizeOnly ? `Record the new size` : `Record ${sign.label.toLowerCase()}`}
      </Button>
    </View>
  );
}

import { useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { zoneWords } from '@dendrix/core/condition';
import type { SignSeen } from '@dendrix/core/contracts';
import type { Sign, SignField, Zone } from '@dendrix/core/knowledge';
import { fromMetres, parseLength } from '@dendrix/core/measure';
import { library } from '@/features/shell/library';
import { useSettings } from '@/features/shell/settings';
import { Button, Choice, Field, Heading, Remark, Small, Strong } from '@/ui';
import { stemUnit } from './measuring';

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

interface Props {
  zone: Zone;
  onAdd: (sign: SignSeen) => void;
  onClose: () => void;
}

/** What is it? Then: how large. Only what this sign asks for is asked. */
export function SignSheet({ zone, onAdd, onClose }: Props) {
  const [sign, setSign] = useState<Sign | null>(null);
  const choices = library.signs.filter((s) => s.zones.includes(zone));
  return (
    <View className="absolute inset-0 z-40 justify-end">
      <Pressable aria-label="Close" className="absolute inset-0 bg-ink opacity-40" onPress={onClose} />
      <View
        role="dialog"
        aria-label={`A sign, ${zoneWords(zone)}`}
        className="max-h-[88%] w-full max-w-[640px] self-center rounded-t-lg border-2 border-b-0 border-ink bg-paper"
      >
        <ScrollView contentContainerClassName="gap-3 p-4 pb-8">
          <View className="flex-row items-center justify-between gap-3">
            <Heading className="flex-shrink">{sign ? sign.label : `What is on the ${zoneWords(zone)}?`}</Heading>
            <Button onPress={sign ? () => setSign(null) : onClose}>{sign ? 'Back' : 'Close'}</Button>
          </View>
          {sign ? (
            <SignForm key={sign.id} sign={sign} zone={zone} onAdd={onAdd} />
          ) : (
            choices.map((choice) => (
              <Pressable
                key={choice.id}
                role="button"
                onPress={() => setSign(choice)}
                className="min-h-[52px] justify-center rounded-md border border-ink bg-sheet px-4 py-1 active:opacity-60"
              >
                <Strong>{choice.label}</Strong>
                <Small>{choice.hint}</Small>
              </Pressable>
            ))
          )}
        </ScrollView>
      </View>
    </View>
  );
}

function SignForm({ sign, zone, onAdd }: { sign: Sign; zone: Zone; onAdd: (sign: SignSeen) => void }) {
  const { settings } = useSettings();
  const [seen, setSeen] = useState<SignSeen>({ id: sign.id, zone });
  const [typed, setTyped] = useState<Partial<Record<SignField, string>>>({});
  const [problems, setProblems] = useState<Partial<Record<SignField, string>>>({});
  const unit = stemUnit(settings);
  const put = (field: SignField, value: number | string | undefined) => setSeen((now) => ({ ...now, [field]: value }));
  const length = (field: SignField, text: string) => {
    setTyped((now) => ({ ...now, [field]: text }));
    const inMetres = field === 'height';
    const m = text.trim() === '' ? undefined : parseLength(text, inMetres ? (settings.units === 'feet' ? 'ft' : 'm') : unit);
    setProblems((now) => ({ ...now, [field]: m === null ? 'Write a number, with a unit if you like.' : undefined }));
    put(field, m ?? undefined);
  };
  const whole = (field: 'count' | 'angle', text: string) => {
    setTyped((now) => ({ ...now, [field]: text }));
    const n = Number(text.replace(',', '.'));
    const bad = text.trim() !== '' && !(Number.isFinite(n) && n >= 0 && n <= (field === 'angle' ? 90 : 10_000));
    setProblems((now) => ({ ...now, [field]: bad ? 'Write a number.' : undefined }));
    put(field, text.trim() === '' || bad ? undefined : field === 'count' ? Math.round(n) : n);
  };
  return (
    <View className="gap-4">
      <Small>{sign.means}</Small>
      {sign.cautions.map((caution) => (
        <Remark key={caution} mood="caution">
          {caution}
        </Remark>
      ))}
      {(Object.entries(sign.fields) as [SignField, NonNullable<Sign['fields'][SignField]>][]).map(([field, spec]) => {
        const name = spec.label ? `${spec.label.charAt(0).toUpperCase()}${spec.label.slice(1)}` : NAMES[field];
        if (spec.words)
          return (
            <Choice
              key={field}
              label={name}
              options={spec.words.map((value) => ({ value, words: spoken(value) }))}
              value={(seen[field] as string | undefined) ?? null}
              onChange={(word) => put(field, word)}
            />
          );
        if (field === 'percent' || field === 'cover')
          return <Percent key={field} label={name} value={seen[field]} onChange={(n) => put(field, n)} />;
        if (QUANTITIES.has(field)) {
          const high = field === 'height';
          return (
            <Field
              key={field}
              label={name}
              value={typed[field] ?? ''}
              inputMode="decimal"
              suffix={high ? (settings.units === 'feet' ? 'ft' : 'm') : unit}
              onChangeText={(text) => length(field, text)}
              problem={problems[field]}
              hint={seen[field] !== undefined && high ? `${fromMetres(seen[field] as number, 'm').toFixed(2)} m` : undefined}
            />
          );
        }
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
      <Field label="Note" value={seen.note ?? ''} onChangeText={(note) => put('note', note === '' ? undefined : note)} />
      {sign.lookAlikes.length > 0 ? <Small>Not to be taken for: {sign.lookAlikes.join(', ')}.</Small> : null}
      {sign.checkNext.length > 0 ? <Small>Then: {sign.checkNext.join(' ')}</Small> : null}
      <Button kind="next" disabled={Object.values(problems).some((p) => p !== undefined)} onPress={() => onAdd(seen)}>
        {`Record ${sign.label.toLowerCase()}`}
      </Button>
    </View>
  );
}

/** A share in steps of five, as people can tell them apart. */
function Percent({ label, value, onChange }: { label: string; value: number | undefined; onChange: (value: number) => void }) {
  const step = (by: number) => onChange(Math.max(0, Math.min(100, (value ?? 0) + by)));
  return (
    <View className="gap-1">
      <Small className="font-body-bold">{label}</Small>
      <View className="flex-row items-center gap-3" role="group" aria-label={label}>
        <Button label={`${label}: 5 percent less`} onPress={() => step(-5)}>
          −5
        </Button>
        <Strong className="min-w-[64px] text-center text-[20px]">{value === undefined ? 'not said' : `${value} %`}</Strong>
        <Button label={`${label}: 5 percent more`} onPress={() => step(5)}>
          +5
        </Button>
      </View>
    </View>
  );
}

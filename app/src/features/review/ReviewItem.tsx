import { useRouter } from 'expo-router';
import { useCallback, useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { v7 as newId } from 'uuid';
import { alsoRecorded, signLabel, signWords, zoneWords } from '@dendrix/core/words';
import type { QueueItem, TreeBrief, VisitView } from '@dendrix/core/contracts';
import type { Place } from '@dendrix/core/geo';
import { LEAST_REASON, type Verdict } from '@dendrix/core/record';
import { figureFor, plateLeaf } from '@dendrix/core/figures';
import { identify, widerNames } from '@dendrix/core/naming';
import { HIDDEN_DECAY, LINES, SOUNDNESS, VIGOUR } from '@dendrix/core/knowledge';
import { Differs } from './Differs';
import { useKey } from '@/features/shell/Shortcuts';
import { commonName, districtOf, library, matchedWords, namesIn, taxonNamed } from '@/features/shell/library';
import { useUnits } from '@/features/shell/settings';
import { dayWords } from '@/features/shell/words';
import { Scale } from '@/features/tree/Scale';
import { LINE_WORDS } from '@/features/visit/name/Ladder';
import { Thumbnail } from '@/features/photos/Thumbnail';
import { zoneStates } from '@/features/visit/walk/states';
import { WalkRound } from '@/features/visit/walk/WalkRound';
import { useOutbox } from '@/offline/OutboxProvider';
import { Body, Heading, Latin, Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { Card, Remark, TreeTag } from '@/ui/surface';
import { Drawing } from '@/ui/drawing';
import { Field } from '@/ui/field';
import { useWide } from '@/ui/wide';

const VERDICT_WORDS: Record<Verdict, string> = { confirm: 'Confirmed', question: 'Questioned', overturn: 'Overturned' };

/** A visit under review, with its evidence. */
export interface UnderReview {
  visit: VisitView;
  tree: TreeBrief;
  why: QueueItem['why'];
}

/** One visit under review: first the evidence and the reviewer's own answer, then the answer that was given. */
export function ReviewItem({ item, onDone }: { item: UnderReview; onDone: (words: string) => void }) {
  const { visit, tree } = item;
  const router = useRouter();
  const wide = useWide();
  const { post } = useOutbox();
  const [second, setSecond] = useState<string | null | undefined>(undefined);
  const [verdict, setVerdict] = useState<Verdict | null>(null);
  const [taxon, setTaxon] = useState<string | null>(null);
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  // Where nobody gave a name and there is nothing to name by, a second look at the name has no sense.
  const toName = visit.name?.taxon != null || visit.look.observations.length > 0 || visit.look.photos.length > 0;
  const revealed = second !== undefined || !toName;
  const { judgement } = visit;

  const pick = useCallback(
    (next: Verdict) => {
      if (!revealed) return;
      setVerdict(next);
      setProblem(null);
      if (next === 'overturn' && second && second !== visit.name?.taxon) setTaxon(second);
    },
    [revealed, second, visit.name],
  );
  useKey(
    'c',
    useCallback(() => pick('confirm'), [pick]),
  );
  useKey(
    'q',
    useCallback(() => pick('question'), [pick]),
  );
  useKey(
    'o',
    useCallback(() => pick('overturn'), [pick]),
  );

  const send = async () => {
    if (!verdict) return;
    if (verdict !== 'confirm' && reason.trim().length < LEAST_REASON)
      return setProblem('Say why in a few words: the next person needs it.');
    if (verdict === 'overturn' && !taxon) return setProblem('Give the name you hold for right.');
    if (verdict === 'overturn' && taxon === visit.name?.taxon)
      return setProblem('That is the name the visit gives. Confirm it, or give another.');
    await post({
      id: newId(),
      kind: 'review',
      queuedAt: new Date().toISOString(),
      words: `Review of ${tree.tag}`,
      treeId: tree.id,
      body: {
        visitId: visit.id,
        at: new Date().toISOString(),
        verdict,
        secondLook: second ?? null,
        taxon: verdict === 'overturn' ? taxon : null,
        reason: reason.trim(),
      },
    });
    onDone(`${VERDICT_WORDS[verdict]}: ${tree.tag}${verdict === 'overturn' ? ` is now held for ${taxon}` : ''}.`);
  };

  return (
    <View className="gap-4">
      <View className="flex-row flex-wrap items-center justify-between gap-3">
        <View className="flex-row flex-wrap items-center gap-3">
          <TreeTag tag={tree.tag} />
          <Small>{tree.place}</Small>
        </View>
        <Button kind="quiet" onPress={() => router.push(`/tree/${tree.id}`)}>
          The whole tree
        </Button>
      </View>
      <Small>
        {visit.by.name}, {dayWords(visit.look.day)}. In the queue for:{' '}
        {item.why
          .filter((why) => revealed || !why.reveals)
          .map((why) => why.says)
          .join(', ') || 'a second look'}
        .
      </Small>
      <Evidence item={item} revealed={revealed} />
      {!revealed ? (
        <SecondLook place={tree} onAnswer={setSecond} />
      ) : (
        <>
          {toName ? (
            <Card>
              <View className={wide ? 'flex-row gap-6' : 'gap-3'}>
                <Given title="The visit says" name={visit.name?.taxon ?? null} note={visit.name?.why ?? 'No name was given.'} />
                <Given
                  title="You said first"
                  name={second ?? null}
                  note={second === null ? 'Not to be told from this.' : second === visit.name?.taxon ? 'The same.' : 'Another name.'}
                />
              </View>
            </Card>
          ) : (
            <Small>No name was given, and nothing to tell one by: this is about how the tree stands.</Small>
          )}
          <View className={wide ? 'flex-row gap-4' : 'gap-3'}>
            {(['vigour', 'soundness', 'hiddenDecay'] as const).map((scale) => (
              <View key={scale} className="flex-1">
                <Scale
                  label={{ vigour: 'Vigour', soundness: 'Soundness', hiddenDecay: 'Hidden decay' }[scale]}
                  bands={{ vigour: VIGOUR, soundness: SOUNDNESS, hiddenDecay: HIDDEN_DECAY }[scale]}
                  judged={judgement[scale]}
                  short
                />
              </View>
            ))}
          </View>
          <Differs differs={visit.differs} />
          <Body>{judgement.note}</Body>
          <View className="flex-row flex-wrap gap-2" role="group" aria-label="Your verdict">
            {(['confirm', 'question', 'overturn'] as const).map((v) => (
              <Button key={v} kind={verdict === v ? 'second' : 'plain'} className="flex-1" onPress={() => pick(v)}>
                {`${verdict === v ? '✓ ' : ''}${{ confirm: 'Confirm', question: 'Question', overturn: 'Overturn' }[v]}`}
              </Button>
            ))}
          </View>
          {verdict === 'overturn' ? <NamePicker label="The right name" place={tree} value={taxon} onPick={setTaxon} /> : null}
          {verdict ? (
            <Field
              label={verdict === 'confirm' ? 'A word, if you like' : verdict === 'question' ? 'What has to be answered' : 'Why'}
              value={reason}
              onChangeText={setReason}
              multiline
              problem={problem}
            />
          ) : null}
          {verdict ? (
            <Button kind="next" onPress={() => void send()}>
              {{ confirm: 'Send: confirmed', question: 'Send the question', overturn: 'Send: overturned' }[verdict]}
            </Button>
          ) : null}
        </>
      )}
    </View>
  );
}

function Given({ title, name, note }: { title: string; name: string | null; note: string }) {
  const taxon = taxonNamed(name);
  return (
    <View className="flex-1 flex-row gap-3">
      {taxon ? <Drawing figure={plateLeaf(taxon)} width={56} height={64} /> : null}
      <View className="min-w-0 flex-1">
        <Small>{title}</Small>
        <Latin>{name ?? 'no name'}</Latin>
        {name ? <Small>{commonName(name)}</Small> : null}
        <Body>{note}</Body>
      </View>
    </View>
  );
}

const traits = new Map(library.traits.map((trait) => [trait.id, trait]));

/** What was seen, without the name that was drawn from it; what would give the answer away is shown after the reviewer's own. */
function Evidence({ item: { visit, tree }, revealed }: { item: UnderReview; revealed: boolean }) {
  const units = useUnits();
  const { look } = visit;
  const byLine = LINES.map((line) => ({ line, seen: look.observations.filter((o) => traits.get(o.trait)?.line === line) })).filter(
    ({ seen }) => seen.length > 0,
  );
  return (
    <View className="gap-4">
      <Heading>What was seen</Heading>
      {byLine.map(({ line, seen }) => (
        <View key={line} className="gap-2">
          <Strong>{LINE_WORDS[line]}</Strong>
          <View className="flex-row flex-wrap gap-2">
            {seen.map((o) => {
              const trait = traits.get(o.trait);
              const state = trait?.states.find((s) => s.id === o.state);
              const figure = o.state ? figureFor(o.trait, o.state) : null;
              return (
                <View key={o.trait} className="w-[108px] overflow-hidden rounded-md border border-rule bg-sheet">
                  {figure ? (
                    <View className="h-[64px] items-center border-b border-rule">
                      <Drawing figure={figure} width="100%" height="100%" cover={figure.width > figure.height} />
                    </View>
                  ) : null}
                  <View className="p-2">
                    <Strong className="text-[14px] leading-[17px]">{state?.label ?? `${o.value} ${o.unit ?? ''}`}</Strong>
                    <Small className="text-[12.5px] leading-[15px]">
                      {trait?.label.toLowerCase()}
                      {o.certainty === 'sure' ? '' : `, ${o.certainty}`}
                      {o.source === 'ground' ? ', litter' : ''}
                    </Small>
                  </View>
                </View>
              );
            })}
          </View>
        </View>
      ))}
      {byLine.length === 0 ? <Small>No marks of identification were recorded.</Small> : null}
      <View className="flex-row flex-wrap items-center gap-4">
        <WalkRound states={zoneStates(look)} signs={look.signs} sounding={look.sounding} current={null} size={230} />
        <View className="min-w-[180px] flex-1 gap-1">
          {look.signs.map((sign) => (
            <Body key={sign.key}>
              <Strong>{signLabel(library, sign.id)}</Strong>, {zoneWords(sign.zone)} {signWords(sign, units)}
            </Body>
          ))}
          {look.signs.length === 0 ? <Small>No signs recorded.</Small> : null}
          {alsoRecorded(library, look, units).map((sentence) => (
            <Body key={sentence}>{sentence}</Body>
          ))}
          <Small>White was not looked at.</Small>
        </View>
      </View>
      {look.photos.length > 0 ? (
        <View className="flex-row flex-wrap gap-2">
          {look.photos.map((photo) => (
            <Thumbnail key={photo.id} photo={photo} />
          ))}
        </View>
      ) : null}
      {(revealed ? look.overrules : []).map((one) => (
        <Remark key={one.what} mood="second" title={`They set ${one.what === 'hiddenDecay' ? 'hidden decay' : one.what} to ${one.to}`}>
          {one.why}
        </Remark>
      ))}
      {revealed && look.note ? (
        <Remark mood="plain" title="Their note">
          {look.note}
        </Remark>
      ) : null}
      <Doubt item={visit} tree={tree} />
    </View>
  );
}

/** How the engine reads the marks today, without naming the answer that was given. */
function Doubt({ item, tree }: { item: VisitView; tree: TreeBrief }) {
  const fit = useMemo(() => {
    try {
      return identify(library, {
        date: item.look.day,
        latitude: tree.latitude,
        planted: item.look.planted,
        lifeStage: item.look.lifeStage,
        rule: 'three-lines',
        district: districtOf(tree).id,
        observations: item.look.observations,
      }).fit;
    } catch {
      return null;
    }
  }, [item, tree]);
  return fit === 'poor' ? <Remark mood="caution">Nothing in the library fits all these marks together; one may be wrong.</Remark> : null;
}

function SecondLook({ place, onAnswer }: { place: Place; onAnswer: (name: string | null) => void }) {
  return (
    <View className="gap-3 border-l-4 border-l-slate bg-slate-wash p-4">
      <Heading>Your own look first</Heading>
      <Body>What would you call it from these marks? The name that was given is shown after.</Body>
      <NamePicker label="Your name for it" place={place} value={null} onPick={onAnswer} />
      <Button onPress={() => onAnswer(null)}>Not to be told from this</Button>
    </View>
  );
}

/** Finds a taxon of the library by any of its names, or a genus or family by its own. */
function NamePicker({
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
          Chosen: <Latin className="text-[18px]">{value}</Latin>
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
          <Small>no nearer than that</Small>
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

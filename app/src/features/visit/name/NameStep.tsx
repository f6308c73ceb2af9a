import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { plateLeaf } from '@dendrix/core/figures';
import { splitInfraspecific, type Candidate, type Mark } from '@dendrix/core/naming';
import { lookAlikesOf, slugOf } from '@dendrix/core/knowledge';
import { cautionsOf, wordsIn } from '@dendrix/core/words';
import type { Place } from '@dendrix/core/geo';
import { Plate } from '@/features/library/Plate';
import { kindIn } from '@dendrix/core/town';
import { commonName, districtOf, library, matchedWords, namesIn } from '@/features/shell/library';
import { Body, Figures, Heading, Latin, Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { Card, Remark } from '@/ui/surface';
import { Drawing } from '@/ui/drawing';
import { Field } from '@/ui/field';
import type { VisitDraft } from '@/offline/draft';
import { LaterLooks } from './LaterLooks';
import { Specimens } from './Specimens';
import { UNKNOWN } from '@dendrix/core/naming';
import type { Later } from '../submission';
import type { ChangeDraft } from '../useDraft';
import type { Naming } from './useNaming';

const labels = new Map(library.traits.map((trait) => [trait.id, trait]));

/** "Bark texture: warty ridges". */
export function markWords({ observation }: Mark): string {
  const trait = labels.get(observation.trait);
  const state = trait?.states.find((s) => s.id === observation.state)?.label.toLowerCase();
  return `${trait?.label ?? observation.trait}: ${state ?? `${observation.value}${observation.unit ? ` ${observation.unit}` : ''}`}`;
}

const CARRY_WORDS = {
  species: 'Features identify the species',
  'cf. species': 'Features suggest this species (cf.): likely, not certain',
  genus: 'Features identify the genus only',
  family: 'Features identify the family only',
  none: 'Not enough features yet',
} as const;
const CANDIDATES = 4;
/** From this share on the chance that the library does not hold the tree is told beside the names. */
const BEYOND_TOLD = 0.03;

/** The name so far: how far the evidence carries, for and against, and what will settle it later. */
export function NameStep({
  draft,
  naming,
  change,
  later,
  tree,
  date,
  compact = false,
}: {
  draft: VisitDraft;
  naming: Naming;
  change: ChangeDraft;
  later: readonly Later[];
  tree: Place & { tag: string; place: string };
  date: string;
  compact?: boolean;
}) {
  const router = useRouter();
  const { level, confirmation, ranking, fit } = naming.result;
  const [typed, setTyped] = useState('');
  const names = namesIn(districtOf(tree));
  const hits = typed.trim().length >= 2 ? names.suggest(splitInfraspecific(typed).base, 6) : [];
  const ambiguous = hits.length > 1 && names.resolve(typed).kind === 'ambiguous';
  const held = ranking.candidates.filter((c, i) => i < CANDIDATES && (i === 0 || c.probability > 0.002));
  return (
    <View className="gap-4">
      {ranking.observations.length > 0 ? (
        <Card>
          <Small>{CARRY_WORDS[level.level]}</Small>
          <Latin className="text-[24px] leading-[28px]">
            {level.qualifier ? 'cf. ' : ''}
            {level.name ?? 'Not known yet'}
          </Latin>
          {fit === 'poor' ? <Strong>No species in the library matches these features.</Strong> : null}
          <Body>{confirmation.why}</Body>
        </Card>
      ) : null}
      {draft.chosenName !== null ? (
        <Remark mood="second" title={draft.chosenName === UNKNOWN ? 'You say: not known' : 'You write'}>
          <View className="gap-2">
            {draft.chosenName === UNKNOWN ? null : <Latin>{draft.chosenName}</Latin>}
            <Button onPress={() => change({ chosenName: null })}>Undo</Button>
          </View>
        </Remark>
      ) : null}
      {ranking.observations.length > 0
        ? held.map((candidate) => (
            <CandidateCard
              latitude={tree.latitude}
              key={candidate.taxon.name}
              candidate={candidate}
              here={kindIn(naming.stock, candidate.taxon.name)}
              chosen={draft.chosenName === candidate.taxon.name}
              onChoose={() => change({ chosenName: candidate.taxon.name })}
            />
          ))
        : null}
      {ranking.observations.length > 0 && ranking.beyond.probability >= BEYOND_TOLD ? (
        <Small>{wordsIn().naming.besideThese(ranking.beyond)}</Small>
      ) : null}
      {ranking.observations.length > 0 && held.length > 1 ? (
        <Button onPress={() => router.push(`/library/tell-apart?taxa=${held.map((c) => slugOf(c.taxon.name)).join(',')}`)}>
          {`Compare these ${held.length}`}
        </Button>
      ) : null}
      {compact ? null : (
        <View className="gap-3">
          <Heading>Type the name</Heading>
          <Field label="Any name: scientific, common, old" value={typed} onChangeText={setTyped} autoCapitalize="none" />
          {ambiguous ? <Small role="status">“{typed.trim()}” means more than one tree. Which?</Small> : null}
          {hits.map((hit) => (
            <Pressable
              key={`${hit.matched}/${hit.taxon}`}
              role="button"
              onPress={() => {
                // A cultivar written behind the name goes into its own line, as a note.
                const { infraspecific } = names.resolve(typed);
                change({ chosenName: hit.taxon, ...(infraspecific ? { infraspecific } : {}) });
                setTyped('');
              }}
              className="min-h-[52px] justify-center rounded-md border border-ink bg-sheet px-3 py-1 active:opacity-60"
            >
              <Latin className="text-[17px] leading-[21px]">{hit.taxon}</Latin>
              <Small>
                {hit.as === 'accepted name' ? commonName(hit.taxon) : matchedWords(hit)}
                {hit.held ? '' : ' (no record in the library)'}
              </Small>
            </Pressable>
          ))}
          <Button onPress={() => change({ chosenName: UNKNOWN })}>Species unknown</Button>
          <Field
            label="Cultivar or race, if any"
            value={draft.infraspecific}
            onChangeText={(infraspecific) => change({ infraspecific })}
            hint="A note only. It becomes part of the name after review."
          />
          {draft.infraspecific.trim() !== '' ? (
            <Field
              label="Evidence"
              value={draft.infraspecificEvidence}
              onChangeText={(infraspecificEvidence) => change({ infraspecificEvidence })}
            />
          ) : null}
        </View>
      )}
      <LaterLooks later={later} change={change} latitude={tree.latitude} />
      {compact ? null : <Specimens draft={draft} naming={naming} change={change} tag={tree.tag} place={tree.place} date={date} />}
    </View>
  );
}

function CandidateCard({
  candidate,
  here,
  latitude,
  chosen,
  onChoose,
}: {
  candidate: Candidate;
  /** Trees of it in the town's record. */
  here: { confirmed: number; listed: number };
  latitude: number;
  chosen: boolean;
  onChoose: () => void;
}) {
  const [open, setOpen] = useState(false);
  const { taxon, agrees, contradicts, silent, probability } = candidate;
  const inRecord = wordsIn().naming.inRecord(here);
  return (
    <Card className="gap-2">
      <Pressable
        role="button"
        aria-expanded={open}
        aria-label={`${taxon.name}, for and against`}
        onPress={() => setOpen(!open)}
        className="flex-row items-center gap-3 active:opacity-60"
      >
        <Drawing figure={plateLeaf(taxon)} width={48} height={48} />
        <View className="flex-1">
          <Latin className="text-[18px] leading-[22px]">{taxon.name}</Latin>
          <Small>{commonName(taxon.name)}</Small>
          <Small className="text-ink">
            {agrees.length} for, {contradicts.length === 0 ? 'none' : contradicts.length} against
            {silent.length > 0 ? `, no data on ${silent.length}` : ''}
          </Small>
          {inRecord === '' ? null : <Small>{inRecord}</Small>}
        </View>
        <Figures>{(probability * 100).toFixed(probability < 0.1 ? 1 : 0)}%</Figures>
      </Pressable>
      {open ? (
        <View className="gap-2">
          {agrees.length > 0 ? (
            <Body>
              <Strong className="text-lichen">For: </Strong>
              {agrees.map(markWords).join('; ')}.
            </Body>
          ) : null}
          {contradicts.length > 0 ? (
            <Body>
              <Strong className="text-oxide">Against: </Strong>
              {contradicts.map(markWords).join('; ')}.
            </Body>
          ) : null}
          {silent.length > 0 ? (
            <Body>
              <Strong>No data: </Strong>
              {silent.map(markWords).join('; ')}.
            </Body>
          ) : null}
          <Plate taxon={taxon} width={96} latitude={latitude} />
          {lookAlikesOf(library, taxon).map((alike) => (
            <View key={alike.taxon}>
              <Latin className="text-[16px]">Not {alike.taxon}?</Latin>
              {alike.marks.map((mark) => (
                <Small key={`${mark.toldBy}/${mark.words}`}>
                  {mark.toldBy === taxon.name ? mark.words : `Seen from ${mark.toldBy}: ${mark.words}`}
                </Small>
              ))}
            </View>
          ))}
          {cautionsOf(taxon).map((caution) => (
            <Remark key={caution} mood="caution">
              {caution}
            </Remark>
          ))}
          <Button onPress={onChoose} disabled={chosen}>
            {chosen ? 'Typed' : 'Use this name'}
          </Button>
        </View>
      ) : null}
    </Card>
  );
}

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
import { t } from '@/words/name';

const labels = new Map(library.traits.map((trait) => [trait.id, trait]));

/** "Bark texture: warty ridges". */
export function markWords({ observation }: Mark): string {
  const trait = labels.get(observation.trait);
  const state = trait?.states.find((s) => s.id === observation.state)?.label.toLowerCase();
  return `${trait?.label ?? observation.trait}: ${state ?? `${observation.value}${observation.unit ? ` ${observation.unit}` : ''}`}`;
}

const CARRY_WORDS = {
  species: t('featuresIdentifyTheSpecies'),
  'cf. species': t('featuresSuggestThisSpeciesCfLikely'),
  genus: t('featuresIdentifyTheGenusOnly'),
  family: t('featuresIdentifyTheFamilyOnly'),
  none: t('notEnoughFeaturesYet'),
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
            {level.qualifier ? t('cfName', { name: level.name ?? t('notKnownYet') }) : (level.name ?? t('notKnownYet'))}
          </Latin>
          {fit === 'poor' ? <Strong>{t('noSpeciesInTheLibraryMatches')}</Strong> : null}
          <Body>{confirmation.why}</Body>
        </Card>
      ) : null}
      {draft.chosenName !== null ? (
        <Remark mood="second" title={draft.chosenName === UNKNOWN ? t('youSayNotKnown') : t('youWrite')}>
          <View className="gap-2">
            {draft.chosenName === UNKNOWN ? null : <Latin>{draft.chosenName}</Latin>}
            <Button onPress={() => change({ chosenName: null })}>{t('undo')}</Button>
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
          {t('compareThese', { held: held.length })}
        </Button>
      ) : null}
      {compact ? null : (
        <View className="gap-3">
          <Heading>{t('typeTheName')}</Heading>
          <Field label={t('anyNameScientificCommonOld')} value={typed} onChangeText={setTyped} autoCapitalize="none" />
          {ambiguous ? <Small role="status">{t('meansMoreThanOneTreeWhich', { typed: typed.trim() })}</Small> : null}
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
                {hit.held
                  ? hit.as === 'accepted name'
                    ? commonName(hit.taxon)
                    : matchedWords(hit)
                  : t('noRecordInTheLibrary', { commonName: hit.as === 'accepted name' ? commonName(hit.taxon) : matchedWords(hit) })}
              </Small>
            </Pressable>
          ))}
          <Button onPress={() => change({ chosenName: UNKNOWN })}>{t('speciesUnknown')}</Button>
          <Field
            label={t('cultivarOrRaceIfAny')}
            value={draft.infraspecific}
            onChangeText={(infraspecific) => change({ infraspecific })}
            hint={t('aNoteOnlyItBecomesPart')}
          />
          {draft.infraspecific.trim() !== '' ? (
            <Field
              label={t('evidence')}
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
        aria-label={t('forAndAgainst', { name: taxon.name })}
        onPress={() => setOpen(!open)}
        className="flex-row items-center gap-3 active:opacity-60"
      >
        <Drawing figure={plateLeaf(taxon)} width={48} height={48} />
        <View className="flex-1">
          <Latin className="text-[18px] leading-[22px]">{taxon.name}</Latin>
          <Small>{commonName(taxon.name)}</Small>
          <Small className="text-ink">
            {contradicts.length === 0
              ? silent.length > 0
                ? t('forNoneAgainstNoDataOn', { agrees: agrees.length, silent: silent.length })
                : t('forNoneAgainst', { agrees: agrees.length })
              : silent.length > 0
                ? t('forAgainstNoDataOn', { agrees: agrees.length, contradicts: contradicts.length, silent: silent.length })
                : t('forAgainst', { agrees: agrees.length, contradicts: contradicts.length })}
          </Small>
          {inRecord === '' ? null : <Small>{inRecord}</Small>}
        </View>
        <Figures>{(probability * 100).toFixed(probability < 0.1 ? 1 : 0)}%</Figures>
      </Pressable>
      {open ? (
        <View className="gap-2">
          {agrees.length > 0 ? (
            <Body>
              <Strong className="text-lichen">{t('for2')} </Strong>
              {agrees.map(markWords).join('; ')}.
            </Body>
          ) : null}
          {contradicts.length > 0 ? (
            <Body>
              <Strong className="text-oxide">{t('against2')} </Strong>
              {contradicts.map(markWords).join('; ')}.
            </Body>
          ) : null}
          {silent.length > 0 ? (
            <Body>
              <Strong>{t('noData')} </Strong>
              {silent.map(markWords).join('; ')}.
            </Body>
          ) : null}
          <Plate taxon={taxon} width={96} latitude={latitude} />
          {lookAlikesOf(library, taxon).map((alike) => (
            <View key={alike.taxon}>
              <Latin className="text-[16px]">{t('not', { taxon: alike.taxon })}</Latin>
              {alike.marks.map((mark) => (
                <Small key={`${mark.toldBy}/${mark.words}`}>
                  {mark.toldBy === taxon.name ? mark.words : t('seenFrom', { toldBy: mark.toldBy, words: mark.words })}
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
            {chosen ? t('typed') : t('useThisName')}
          </Button>
        </View>
      ) : null}
    </Card>
  );
}

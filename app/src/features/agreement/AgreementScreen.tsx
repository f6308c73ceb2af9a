import { mayAct } from '@dendrix/core/contracts/roles';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import type { AgreementAnswer } from '@dendrix/core/contracts';
import { ERROR_BY_CERTAINTY } from '@dendrix/core/naming';
import { addMonths } from '@dendrix/core/time';
import { capital } from '@dendrix/core/words';
import { agreementSince, errorBenchSince, pickTownErrors, townErrorsHeld } from '@/data/keys';
import { useSession } from '@/features/shell/useSession';
import { library } from '@/features/shell/library';
import { dayThere, todayIso } from '@/features/shell/today';
import { dayWords } from '@/features/shell/words';
import { pointWords } from '@/features/talk/points';
import { Body, Heading, Small, Strong } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Fold } from '@/ui/fold';
import { Card, Page, Remark, Waiting } from '@/ui/surface';
import { useWide } from '@/ui/wide';
import { t } from '@/words/agreement';

type Item = AgreementAnswer['items'][number];
type Mark = AgreementAnswer['marks'][number];

/** Fewer things read twice than this tell next to nothing. Our own choice. */
const FEW = 10;
/** A mark is worth practising from so many readings on, where it is read wrong so much more often than stated. */
const PRACTISE = { readings: 8, times: 1.5 } as const;
/** Alpha from which an agreement can be relied on, and from which conclusions are tentative (Krippendorff 2004, Content Analysis). */
const RELY = 0.8;
const TENTATIVE = 0.667;
/** Where so many give one answer, a single other one makes or breaks agreement beyond chance (Feinstein and Cicchetti 1990). */
const ONE_ANSWER = 0.9;

const GROUPS = [
  { start: 'name', title: t('names') },
  { start: 'scale/', title: t('bands') },
  { start: 'trait/', title: t('marksOfIdentification') },
  { start: 'sign/', title: t('signs') },
  { start: 'size/', title: t('sizes') },
] as const;

const SIZES: Record<string, string> = { 'size/dbh': t('diameter'), 'size/height': t('height') };

function itemWords(item: string): string {
  if (item in SIZES) return SIZES[item] as string;
  if (item.startsWith('sign/')) return library.signs.find(({ id }) => id === item.slice('sign/'.length))?.label ?? item;
  return capital(pointWords(item).replace(/^the /, ''));
}

const stateWords = (item: string, state: string): string =>
  item.startsWith('trait/')
    ? (library.traits.find(({ id }) => id === item.slice('trait/'.length))?.states.find(({ id }) => id === state)?.label ?? state)
    : state;

/** How far people here read the same alike, what is mixed up, and what is worth practising. Nobody is named. */
export function AgreementScreen() {
  const wide = useWide();
  const { account } = useSession();
  const today = todayIso();
  const [span, setSpan] = useState<'3' | '12' | '120'>('12');
  const since = addMonths(today, -Number(span));
  const allowed = account !== null && mayAct(account.role, 'reviewer');
  const { data, error, refetch, isFetching } = useQuery({
    ...agreementSince(since),
    enabled: allowed,
    placeholderData: (before) => before,
  });
  if (!allowed)
    return (
      <Page title={t('agreement')}>
        <Body>{t('onlyReviewersAndCoordinatorsCanSee')}</Body>
      </Page>
    );
  return (
    <Page title={t('agreement')} wide={wide}>
      <Body>{t('twoPeopleAtOneTreeWithin')}</Body>
      <Choice
        label={t('since')}
        options={[
          { value: '3', words: t('threeMonths') },
          { value: '12', words: t('aYear') },
          { value: '120', words: t('tenYears') },
        ]}
        value={span}
        onChange={setSpan}
      />
      {!data ? (
        <Waiting
          what={t('theReadings')}
          problem={error?.message}
          retry={error ? <Button onPress={() => void refetch()}>{t('tryAgain')}</Button> : null}
        />
      ) : (
        <View className={`gap-4 ${isFetching ? 'opacity-60' : ''}`}>
          <Small>{t('readingsOfVisits', { readings: data.readings, visits: data.visits })}</Small>
          <View className={wide ? 'flex-row items-start gap-5' : 'gap-4'}>
            <View className="min-w-0 flex-1 gap-1">
              {GROUPS.map(({ start, title }) => (
                <Group key={start} title={title} items={data.items.filter(({ item }) => item.startsWith(start))} />
              ))}
              {data.items.length === 0 ? <Body>{t('noTreeWasAssessedByTwo')}</Body> : null}
            </View>
            <View className="min-w-0 flex-1 gap-4">
              <ToPractise marks={data.marks} />
              <OwnErrors since={since} marks={data.marks} mayPick={account !== null && mayAct(account.role, 'coordinator')} />
            </View>
          </View>
        </View>
      )}
    </Page>
  );
}

function Group({ title, items }: { title: string; items: readonly Item[] }) {
  if (items.length === 0) return null;
  const told = items.filter(({ units }) => units >= FEW).length;
  return (
    <Fold
      title={title}
      says={
        told < items.length
          ? t('readTwiceSomeTooRarely', { items: items.length, tooFew: items.length - told })
          : t('readTwice', { items: items.length })
      }
      open
    >
      {items.map((item) => (
        <ItemRow key={item.item} item={item} />
      ))}
    </Fold>
  );
}

/** What an agreement can bear, in words: by its middle and by the low end of its interval. */
function bearsWords({ krippendorff: { alpha, low }, commonest }: Item): string {
  if (commonest >= ONE_ANSWER) return t('gaveOneAnswerWhetherThatIs', { commonest: Math.round(commonest * 100) });
  if (alpha === null) return '';
  if (alpha >= RELY && (low ?? 0) >= TENTATIVE) return t('reliable');
  return alpha >= TENTATIVE ? t('goodForTentativeConclusions') : t('notReliable');
}

/** Agreement beyond chance, as the coefficients that could be calculated. */
function beyondChanceWords({ krippendorff: { alpha, low, high }, cohen, fleiss }: Item): string {
  const figures = [
    alpha === null
      ? ''
      : low !== null && high !== null
        ? `α ${alpha.toFixed(2)} (${low.toFixed(2)}–${high.toFixed(2)})`
        : `α ${alpha.toFixed(2)}`,
    cohen?.kappa == null ? '' : `κ ${cohen.kappa.toFixed(2)}`,
    cohen?.weighted == null ? '' : t('weighted', { weighted: cohen.weighted.toFixed(2) }),
    fleiss === null || cohen !== null ? '' : t('fleiss', { fleiss: fleiss.toFixed(2) }),
  ].filter(Boolean);
  return figures.length === 0 ? '' : t('beyondChance', { figures: figures.join(', ') });
}

function ItemRow({ item }: { item: Item }) {
  const few = item.units < FEW;
  const size = item.item.startsWith('size/');
  return (
    <View className="gap-1 border-l-4 border-l-rule py-1 pl-3">
      <View className="flex-row items-baseline gap-3">
        <Strong className="min-w-0 flex-1">{itemWords(item.item)}</Strong>
        <Strong className={few ? 'text-soft' : ''}>{item.percent === null ? '' : `${Math.round(item.percent)}%`}</Strong>
      </View>
      <View className="h-[8px] rounded-sm border border-rule" aria-hidden>
        <View className={`h-full rounded-sm ${few ? 'bg-rule' : 'bg-ink'}`} style={{ width: `${item.percent ?? 0}%` }} />
      </View>
      <Small>
        {[
          size ? t('sizesReadTwice', { units: item.units }) : t('thingsReadTwice', { units: item.units }),
          item.apart < 1 && item.apart > 0 ? t('ofItSaidApart', { apart: Math.round(item.apart * 100) }) : '',
          few ? t('tooFewToTellMuch') : '',
          beyondChanceWords(item),
          few ? '' : bearsWords(item),
        ]
          .filter(Boolean)
          .join(' ')}
      </Small>
      {item.mixedUp.slice(0, 3).map(({ a, b, times }) => (
        <Body key={`${a}/${b}`} className="text-[15px]">
          {t('confused', { one: stateWords(item.item, a), other: stateWords(item.item, b), times })}
        </Body>
      ))}
    </View>
  );
}

/** Marks that are read wrong here more often than anywhere: a need for practice, told of the mark and of nobody. */
function ToPractise({ marks }: { marks: readonly Mark[] }) {
  const router = useRouter();
  const hard = marks.filter(({ readings, error }) => readings >= PRACTISE.readings && error > PRACTISE.times * ERROR_BY_CERTAINTY.sure);
  return (
    <Card>
      <Heading>{t('worthPractisingTogether')}</Heading>
      {hard.length === 0 ? <Body>{t('noFeatureIsMisreadHereMore')}</Body> : null}
      {hard.slice(0, 8).map(({ trait, error, readings, confusions }) => (
        <View key={trait} className="gap-1">
          <Strong>{itemWords(`trait/${trait}`)}</Strong>
          <Body>
            {confusions[0]
              ? t('aboutOneReadingInIsAnother', {
                  value: Math.max(2, Math.round(1 / error)),
                  readings,
                  state: capital(stateWords(`trait/${trait}`, confusions[0].truth)),
                  state2: stateWords(`trait/${trait}`, confusions[0].said),
                  share: Math.round(confusions[0].share * 100),
                })
              : t('aboutOneReadingInValueIs', { value: Math.max(2, Math.round(1 / error)), readings })}
          </Body>
        </View>
      ))}
      {hard.length > 0 ? <Button onPress={() => router.push('/library/tell-apart')}>{t('compareThemSideBySide')}</Button> : null}
    </Card>
  );
}

/** What was learnt, offered to naming: what it changes is measured before it is switched on. */
function OwnErrors({ since, marks, mayPick }: { since: string; marks: readonly Mark[]; mayPick: boolean }) {
  const client = useQueryClient();
  const held = useQuery(townErrorsHeld);
  const bench = useQuery({ ...errorBenchSince(since), enabled: false });
  const pick = useMutation({
    mutationFn: (on: boolean) => pickTownErrors(on, since),
    onSuccess: (errors) => client.setQueryData(townErrorsHeld.queryKey, errors),
  });
  const on = held.data?.on ?? false;
  return (
    <Card>
      <Heading>{t('namesByThisTownsOwnErrors')}</Heading>
      <Body>
        {on ? t('onSinceAMarkThatIs', { day: dayWords(held.data?.at ? dayThere(held.data.at) : since) }) : t('offEveryFeatureHasTheWeight')}
      </Body>
      {bench.data ? (
        <Remark
          mood={bench.data.own.logScore >= bench.data.stated.logScore ? 'settled' : 'caution'}
          title={t('onTreesWhoseNamesAreSettled', { cases: bench.data.cases })}
        >
          {bench.data.cases === 0
            ? t('noTreeHasASettledName')
            : t('withWhatIsStatedAreNamed', {
                percent: percent(bench.data.stated.first),
                percent2: percent(bench.data.own.first),
                onlyOwn: bench.data.onlyOwn,
                onlyStated: bench.data.onlyStated,
                logScore: bench.data.stated.logScore.toFixed(3),
                logScore2: bench.data.own.logScore.toFixed(3),
              })}
        </Remark>
      ) : null}
      {bench.error ? <Small role="alert">{bench.error.message}</Small> : null}
      {pick.error ? <Small role="alert">{pick.error.message}</Small> : null}
      <View className="flex-row flex-wrap gap-2">
        <Button disabled={bench.isFetching || marks.length === 0} onPress={() => void bench.refetch()}>
          {bench.isFetching ? t('namingThemAgain') : t('previewTheEffect')}
        </Button>
        {mayPick ? (
          <Button kind={on ? 'plain' : 'next'} disabled={pick.isPending || (marks.length === 0 && !on)} onPress={() => pick.mutate(!on)}>
            {on ? t('switchItOff') : t('switchItOn')}
          </Button>
        ) : null}
      </View>
      <Small>{mayPick ? t('takenAsLearntTodayForEverybody') : t('aCoordinatorSwitchesItOnOr')}</Small>
    </Card>
  );
}

const percent = (share: number): string => `${Math.round(share * 100)}%`;

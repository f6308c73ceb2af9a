import { useRouter } from 'expo-router';
import { useCallback, useMemo, useState } from 'react';
import { View } from 'react-native';
import { v7 as newId } from 'uuid';
import type { QueueItem, TreeDetail, VisitView } from '@dendrix/core/contracts';
import { LEAST_REASON, type PlannedLook, type PointRead, type Verdict, SCALES } from '@dendrix/core/record';
import { asksSecondLook } from '@dendrix/core/review';
import { plateLeaf } from '@dendrix/core/figures';
import { settlingLooks } from '@dendrix/core/naming';

import { Plate } from '@/features/library/Plate';
import { useSeen } from '@/features/history/useSeen';
import { useOrganisation } from '@/features/shell/useOrganisation';
import { useSession } from '@/features/shell/useSession';
import { useKey } from '@/features/frame/Shortcuts';
import { commonName, taxonNamed } from '@/features/shell/library';
import { todayIso } from '@/features/shell/today';
import { dayWords } from '@/features/shell/words';
import { Scale } from '@/features/record/Scale';
import { useOutbox } from '@/offline/OutboxProvider';
import { Body, Latin, Small } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Card, Remark, TreeTag } from '@/ui/surface';
import { Drawing } from '@/ui/drawing';
import { Field } from '@/ui/field';
import { Fold } from '@/ui/fold';
import { useWide } from '@/ui/wide';
import { Differs } from '@/features/record/Differs';
import { Evidence } from './Evidence';
import { namedFrom } from './named-from';
import { NamePicker } from './NamePicker';
import { Points } from './Points';
import { claimsOf, SaidGone } from './SaidGone';
import { SecondLook, type OwnAnswer } from './SecondLook';
import { capital, ratingWords, SCALE_WORDS } from '@dendrix/core/words';
import { BANDS } from '@dendrix/core/judging';
import { t } from '@/words/review';

const VERDICT_WORDS: Record<Verdict, string> = {
  confirm: t('confirmed'),
  question: t('sentBackWithAQuestion'),
  overturn: t('nameChanged'),
};

/** A visit under review, with its evidence. */
export interface UnderReview {
  visit: VisitView;
  tree: TreeDetail;
  why: QueueItem['why'];
  weight: number;
}

/** One visit under review: where it is asked for the reviewer's own answer first, then the answer that was given beside it. */
export function ReviewItem({ item, onDone }: { item: UnderReview; onDone: (words: string) => void }) {
  const { visit, tree } = item;
  const router = useRouter();
  const wide = useWide();
  const { post } = useOutbox();
  const { account } = useSession();
  const { secondLookShare } = useOrganisation();
  const [own, setOwn] = useState<OwnAnswer | null>(null);
  const [verdict, setVerdict] = useState<Verdict | null>(null);
  const [taxon, setTaxon] = useState<string | null>(null);
  const [reads, setReads] = useState<PointRead[]>([]);
  const [wanted, setWanted] = useState<PlannedLook | null>(null);
  const [closes, setCloses] = useState<string[]>([]);
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  // Where nobody gave a name and there is nothing to name by, a second look at the name has no sense; nor has one at how it stands.
  const toName = visit.name?.taxon != null || visit.look.observations.length > 0 || visit.look.photos.length > 0;
  const toJudge = visit.look.looked.length > 0 || visit.look.signs.length > 0 || visit.look.photos.length > 0;
  const asked = (toName || toJudge) && asksSecondLook(item, secondLookShare);
  const revealed = own !== null || !asked;
  const { judgement } = visit;
  const others = tree.reviews.filter((review) => review.visitId === visit.id && review.by.id !== account?.id);
  useSeen(revealed ? tree : undefined);
  const plates = [...new Set([visit.name?.taxon, own?.name])].flatMap((name) => taxonNamed(name ?? null) ?? []);

  const pick = useCallback(
    (next: Verdict) => {
      if (!revealed) return;
      setVerdict(next);
      setProblem(null);
      if (next === 'overturn' && own?.name && own.name !== visit.name?.taxon) setTaxon(own.name);
    },
    [revealed, own, visit.name],
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
    if (verdict !== 'confirm' && reason.trim().length < LEAST_REASON) return setProblem(t('enterAShortReasonForThe'));
    const closing = verdict === 'question' ? [] : closes;
    if (closing.length > 0 && reason.trim().length < LEAST_REASON) return setProblem(t('sayWhyTheDefectIsClosed'));
    if (verdict === 'overturn' && !taxon) return setProblem(t('enterTheCorrectSpeciesName'));
    if (verdict === 'overturn' && taxon === visit.name?.taxon) return setProblem(t('theVisitAlreadyHasThisName'));
    await post({
      id: newId(),
      kind: 'review',
      queuedAt: new Date().toISOString(),
      words: t('reviewOf', { tag: tree.tag }),
      treeId: tree.id,
      body: {
        visitId: visit.id,
        at: new Date().toISOString(),
        verdict,
        secondLook: own?.name ?? null,
        bands: own?.bands ?? null,
        points: reads.length > 0 ? reads : null,
        wanted: verdict === 'question' ? wanted : null,
        knew: tree.reviews.map(({ id }) => id),
        ...(closing.length > 0 ? { closes: closing } : {}),
        taxon: verdict === 'overturn' ? taxon : null,
        reason: reason.trim(),
      },
    });
    onDone(
      verdict === 'overturn'
        ? t('isNowHeldFor', { verdict: VERDICT_WORDS[verdict], tag: tree.tag, taxon: taxon ?? '' })
        : `${VERDICT_WORDS[verdict]}: ${tree.tag}.`,
    );
  };

  const answer = (
    <>
      {others.map((review) => (
        <Remark
          key={review.id}
          mood="second"
          title={t('thisVisit', { name: review.by.name, verdict: VERDICT_WORDS[review.verdict].toLowerCase() })}
        >
          {review.taxon
            ? t('yourReviewIsSavedTooIt', { taxon: review.taxon, reason: review.reason || t('noComment') })
            : t('reasonYourReviewIsSavedToo', { reason: review.reason || t('noComment') })}
        </Remark>
      ))}
      {toName ? (
        <Card>
          <View className={wide ? 'flex-row gap-6' : 'gap-3'}>
            <Given title={t('visitName')} name={visit.name?.taxon ?? null} note={visit.name?.why ?? t('noNameWasGiven')} />
            {own ? (
              <Given
                title={t('yourFirstAnswer')}
                name={own.name}
                note={own.name === null ? t('cannotTellFromThis') : own.name === visit.name?.taxon ? t('theSame') : t('anotherName')}
              />
            ) : null}
          </View>
        </Card>
      ) : (
        <Small>{t('noNameAndNoIdFeatures')}</Small>
      )}
      {plates.length > 0 ? (
        <Fold
          title={plates.length > 1 ? t('referenceDrawings') : t('referenceDrawing')}
          says={t('featuresOfTheNamedSpeciesBeside')}
          open={wide}
        >
          {() => (
            <View className={wide ? 'flex-row gap-6' : 'gap-4'}>
              {plates.map((one) => (
                <View key={one.name} className="min-w-0 flex-1 gap-1">
                  <Latin>{one.name}</Latin>
                  <Plate taxon={one} width={120} latitude={tree.latitude} />
                </View>
              ))}
            </View>
          )}
        </Fold>
      ) : null}
      <View className={wide ? 'flex-row gap-4' : 'gap-3'}>
        {SCALES.map((scale) => (
          <View key={scale} className="flex-1">
            <Scale label={capital(SCALE_WORDS[scale])} bands={BANDS[scale]} judged={judgement[scale]} short />
            {own?.bands && scale !== 'hiddenDecay' ? (
              <Small>
                {own.bands[scale] && own.bands[scale] !== judgement[scale].band
                  ? t('youDifferent', { rating: ratingWords(own.bands[scale] ?? t('cannotTell2')) })
                  : t('you', { rating: ratingWords(own.bands[scale] ?? t('cannotTell2')) })}
              </Small>
            ) : null}
          </View>
        ))}
      </View>
      <Differs differs={visit.differs} />
      <Fold title={t('details')} says={reads.length > 0 ? t('marked', { reads: reads.length }) : t('markEachPointAgreeDisagreeOr')}>
        {() => <Points visit={visit} tree={tree} reads={reads} onRead={setReads} />}
      </Fold>
      <Fold title={t('assessmentSummary')} says={judgement.soundness.reasons[0] ?? judgement.vigour.reasons[0] ?? ''}>
        <Body>{judgement.note}</Body>
      </Fold>
      <SaidGone claims={claimsOf(visit)} closes={closes} onChange={setCloses} />
      <View className="flex-row flex-wrap gap-2" role="group" aria-label={t('yourDecision')}>
        {(['confirm', 'question', 'overturn'] as const).map((v) => (
          <Button key={v} kind={verdict === v ? 'second' : 'plain'} className="flex-1" onPress={() => pick(v)}>
            {`${verdict === v ? '✓ ' : ''}${{ confirm: t('confirm'), question: t('askTheCrew'), overturn: t('changeName') }[v]}`}
          </Button>
        ))}
      </View>
      {verdict === 'overturn' ? <NamePicker label={t('correctName')} place={tree} value={taxon} onPick={setTaxon} /> : null}
      {verdict === 'question' ? <WantedMark visit={visit} tree={tree} value={wanted} onPick={setWanted} /> : null}
      {verdict ? (
        <Field
          label={
            verdict === 'confirm'
              ? closes.length > 0
                ? t('whyTheDefectIsClosed')
                : t('commentOptional')
              : verdict === 'question'
                ? t('yourQuestion')
                : t('why')
          }
          value={reason}
          onChangeText={setReason}
          multiline
          problem={problem}
        />
      ) : null}
      {verdict ? (
        <Button kind="next" onPress={() => void send()}>
          {{ confirm: t('submitConfirm'), question: t('submitQuestion'), overturn: t('submitChangeName') }[verdict]}
        </Button>
      ) : null}
    </>
  );

  return (
    <View className="gap-4">
      <View className="flex-row flex-wrap items-center justify-between gap-3">
        <View className="flex-row flex-wrap items-center gap-3">
          <TreeTag tag={tree.tag} />
          <Small>{tree.place}</Small>
        </View>
        <Button kind="quiet" onPress={() => router.push(`/tree/${tree.id}`)}>
          {t('openTree')}
        </Button>
      </View>
      <Small>
        {t('inTheQueueFor', {
          name: visit.by.name,
          day: dayWords(visit.look.day),
          why:
            item.why
              .filter((why) => revealed || !why.reveals)
              .map((why) => why.says)
              .join(', ') || t('aSecondLook'),
        })}
      </Small>
      <Evidence visit={visit} tree={tree} revealed={revealed} />
      {revealed ? answer : <SecondLook place={tree} toName={toName} toJudge={toJudge} onAnswer={setOwn} />}
    </View>
  );
}

/** To question: the mark that would settle it, when it shows; it goes back to the crew for those months. */
function WantedMark({
  visit,
  tree,
  value,
  onPick,
}: {
  visit: VisitView;
  tree: TreeDetail;
  value: PlannedLook | null;
  onPick: (look: PlannedLook | null) => void;
}) {
  const looks = useMemo(() => {
    const result = namedFrom(visit, tree);
    return result ? settlingLooks(result, todayIso(tree)) : [];
  }, [visit, tree]);
  if (looks.length === 0) return null;
  return (
    <View className="gap-1">
      <Choice
        label={t('featureToCheck')}
        options={[
          { value: '', words: t('noneAnAnswerIsEnough') },
          ...looks.map(({ look, label }) => ({ value: look.trait, words: label })),
        ]}
        value={value?.trait ?? ''}
        onChange={(trait) => onPick(looks.find(({ look }) => look.trait === trait)?.look ?? null)}
      />
      {value ? <Small>{t('theTreeGoesBackToThe', { because: value.because })}</Small> : null}
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
        <Latin>{name ?? t('noName')}</Latin>
        {name ? <Small>{commonName(name)}</Small> : null}
        <Body>{note}</Body>
      </View>
    </View>
  );
}

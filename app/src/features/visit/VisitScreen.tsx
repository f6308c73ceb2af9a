import { useRouter } from 'expo-router';
import { useCallback, useEffect, useRef, useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { LINES, type Line, type Trait } from '@dendrix/core/knowledge';
import type { VisitSubmission } from '@dendrix/core/record';
import type { ReviewView, TreeBrief, VisitView } from '@dendrix/core/contracts';
import { useSession } from '@/features/shell/useSession';
import { library } from '@/features/shell/library';
import { PracticeBanner } from '@/features/shell/practice';
import { useSettings } from '@/features/shell/settings';
import { todayIso, zoneAt } from '@/features/shell/today';
import { useBrief, useWholeRecord } from '@/features/record/useTrees';
import type { Part, VisitDraft } from '@/offline/draft';
import { DraftElsewhere, dropDraft } from '@/offline/drafts';
import { enqueueVisit } from '@/offline/outbox';
import { useOutbox } from '@/offline/OutboxProvider';
import { Small, Strong, Title } from '@/ui/text';
import { Button } from '@/ui/button';
import { Remark, TreeTag, Waiting } from '@/ui/surface';
import { useWide } from '@/ui/wide';
import { AtTree } from '@/features/live/AtTree';
import { useStandAt } from '@/features/live/usePresence';
import { Amending } from './Amending';
import { JudgeStep } from './judge/JudgeStep';
import { MeasureStep } from './measure/MeasureStep';
import { Ladder } from './name/Ladder';
import { LeadingNames } from './name/LeadingNames';
import { NameStrip } from './name/NameStrip';
import { NameStep } from './name/NameStep';
import { OtherMarks } from './name/OtherMarks';
import { Question } from './name/Question';
import { SafetyStep } from './SafetyStep';
import { submissionOf } from './submission';
import { useDraft, type Drafting } from './useDraft';
import { useVisitAsFarAs } from './useVisitAsFarAs';
import { SignSheet, type Marking } from './walk/SignSheet';
import { WalkStep } from './walk/WalkStep';
import { t } from '@/words/visit';

const PARTS: readonly { part: Part; words: string }[] = [
  { part: 'name', words: t('name') },
  { part: 'measure', words: t('measure') },
  { part: 'walk', words: t('walkRound') },
  { part: 'judge', words: t('assess') },
];

/** A visit from safety to sending. */
export function VisitScreen({ treeId }: { treeId: string }) {
  const router = useRouter();
  const detail = useWholeRecord(treeId);
  const brief = useBrief(treeId, detail.data === undefined);
  const tree = detail.data ?? brief;
  const { account } = useSession();
  const drafting = useDraft(account?.id ?? '', treeId, tree);
  const { draft } = drafting;
  const { send } = useOutbox();
  // Whoever amends a visit sits somewhere else.
  useStandAt(treeId, draft !== null && draft.amends === undefined && account?.role !== 'viewer');
  const [problem, setProblem] = useState<string | null>(null);

  if (!tree || !draft) {
    const missing = detail.error && !tree ? t('thisTreeIsNotOnThis') : null;
    return (
      <Waiting
        what={t('theTree')}
        problem={missing}
        retry={<Button onPress={() => router.navigate('/today')}>{t('backToToday')}</Button>}
      />
    );
  }
  if (drafting.elsewhere) {
    const sent = drafting.elsewhere === 'sent';
    return (
      <View className="gap-3 p-4">
        <Remark mood="caution" title={sent ? t('thisVisitWasSentFromAnother') : t('thisVisitIsOpenInAnother')}>
          {sent ? t('theEntriesFromTheOtherTab') : t('thisScreenIsOutOfDate')}
        </Remark>
        <Button kind="next" onPress={sent ? () => router.replace(`/tree/${treeId}`) : drafting.reload}>
          {sent ? t('openTree') : t('loadLatestVersion')}
        </Button>
      </View>
    );
  }
  return (
    <VisitBody
      key={draft.id}
      tree={tree}
      draft={draft}
      drafting={drafting}
      visits={detail.visits}
      reviews={detail.data?.reviews}
      recordKnown={detail.whole || tree.lastVisitOn === null}
      problem={problem ?? drafting.problem}
      onDrop={() => void dropDraft(account?.id ?? '', treeId).then(() => router.replace(`/tree/${treeId}`))}
      onClose={() => (router.canGoBack() ? router.back() : router.navigate('/today'))}
      onSend={async (body) => {
        try {
          const rev = await drafting.settled();
          const queuedAt = new Date().toISOString();
          await enqueueVisit(
            account?.id ?? '',
            {
              id: draft.id,
              kind: 'visit',
              queuedAt,
              words: draft.amends
                ? t('amendmentOfTheVisitToOf', { tag: tree.tag, day: draft.amends.day })
                : t('visitTo', { tag: tree.tag }),
              body,
              draft,
            },
            rev,
          );
          void send();
          router.replace(`/tree/${treeId}`);
        } catch (error) {
          setProblem(
            error instanceof DraftElsewhere ? t('closeTheVisitAndOpenIt', { message: error.message }) : t('theVisitWasNotSavedStorage'),
          );
        }
      }}
    />
  );
}

interface BodyProps {
  tree: TreeBrief;
  draft: VisitDraft;
  drafting: Drafting;
  visits: readonly VisitView[];
  reviews: readonly ReviewView[] | undefined;
  /** Whether the visits before are on this device, or there are none. */
  recordKnown: boolean;
  problem: string | null;
  onClose: () => void;
  onSend: (body: VisitSubmission) => Promise<void>;
  onDrop: () => void;
}

function VisitBody({ tree, draft, drafting, visits, reviews, recordKnown, problem, onClose, onSend, onDrop }: BodyProps) {
  const { change, saved } = drafting;
  const wide = useWide();
  const { settings } = useSettings();
  const [marking, setMarking] = useState<Marking | null>(null);
  const [names, setNames] = useState(false);
  const scroll = useRef<ScrollView>(null);
  const toTop = useCallback(() => scroll.current?.scrollTo({ y: 0, animated: false }), []);
  useEffect(toTop, [draft.part, draft.trait, draft.line, names, draft.safetyDone, toTop]);

  const date = draft.amends?.day ?? todayIso(tree);
  const { naming, name, judged, taxon, before, last, known, measuring, look, judgement, later, empty } = useVisitAsFarAs(
    draft,
    tree,
    visits,
    date,
    reviews,
  );

  const questions = naming.questionsOf(draft.line);
  const trait =
    questions.find((q) => q.id === draft.trait) ??
    questions.find((q) => !draft.observations.some((o) => o.trait === q.id) && !draft.cannotSee.includes(q.id)) ??
    questions[0];
  const counts = Object.fromEntries(
    LINES.map((line) => [line, draft.observations.filter((o) => library.traits.find((t) => t.id === o.trait)?.line === line).length]),
  ) as Record<Line, number>;
  const ask = (next: Trait) => {
    setNames(false);
    change({ part: 'name', line: next.line, trait: next.id });
  };
  const pickLine = (line: Line) => {
    setNames(false);
    change({ part: 'name', line, trait: null });
  };
  const showNames = names && draft.part === 'name';

  return (
    <View className="min-h-0 flex-1 bg-paper">
      <View className="flex-row items-center gap-3 border-b border-ink px-4 py-2">
        <View className="self-center">
          <TreeTag tag={tree.tag} />
        </View>
        <View className="min-w-0 flex-1">
          <Small numberOfLines={1} className="text-ink">
            {tree.place}
          </Small>
          <Small role="status" className={`text-[13px] leading-[16px] ${drafting.problem ? 'font-body-bold text-oxide' : ''}`}>
            {drafting.problem ? t('notSavedDeviceIsFull') : saved ? t('savedHere') : t('saving')}
          </Small>
        </View>
        <Button label={t('closeTheVisitSavedOnThis')} onPress={onClose} className="px-3">
          {t('close')}
        </Button>
      </View>
      <PracticeBanner />
      {draft.amends ? <Amending draft={draft} visits={visits} change={change} onDrop={onDrop} /> : <AtTree tree={draft.treeId} />}
      {drafting.problem ? <Remark mood="caution">{drafting.problem}</Remark> : null}
      {recordKnown ? null : (
        <Remark mood="caution" title={t('earlierVisitsAreNotOnThis')}>
          {t('knownDefectsFromThoseVisitsAre')}
        </Remark>
      )}
      {!draft.safetyDone ? (
        <ScrollView ref={scroll} contentContainerClassName="w-full max-w-[640px] self-center">
          <SafetyStep draft={draft} change={change} />
        </ScrollView>
      ) : (
        <>
          {/* Said, not shown: the tag above and the part below are what is seen. */}
          <Title className="absolute h-px w-px overflow-hidden opacity-0">
            {t('visitToTagWords', { tag: tree.tag, words: PARTS.find(({ part }) => part === draft.part)?.words.toLowerCase() ?? '' })}
          </Title>
          <View role="tablist" aria-label={t('partsOfTheVisit')} className="flex-row border-b border-rule">
            {PARTS.map(({ part, words }) => {
              const on = part === draft.part;
              return (
                <Pressable
                  key={part}
                  role="tab"
                  aria-selected={on}
                  onPress={() => change({ part })}
                  className={`min-h-[48px] flex-1 items-center justify-center border-b-[3px] active:opacity-60 ${on ? 'border-oxide' : 'border-transparent'}`}
                >
                  <Strong className={`text-[15px] ${on ? '' : 'text-soft'}`}>{words}</Strong>
                </Pressable>
              );
            })}
          </View>
          <View className="min-h-0 flex-1 flex-row">
            {draft.part === 'name' ? (
              <View className="border-r border-rule px-1 pt-3">
                <Ladder rungs={naming.result.rungs} counts={counts} current={showNames ? null : draft.line} onPick={pickLine} />
              </View>
            ) : null}
            <ScrollView
              ref={scroll}
              className="min-w-0 flex-1"
              contentContainerClassName={`gap-4 p-4 pb-8 ${wide ? 'max-w-[760px]' : ''}`}
              keyboardShouldPersistTaps="handled"
            >
              {draft.part === 'name' && showNames ? (
                <>
                  <NameStep {...{ draft, naming, change, later, tree, date }} />
                  <Button kind="next" onPress={() => change({ part: 'measure' })}>
                    {t('nextMeasure')}
                  </Button>
                </>
              ) : null}
              {draft.part === 'name' && !showNames && trait ? (
                <>
                  <Question trait={trait} draft={draft} naming={naming} change={change} />
                  <OtherMarks
                    questions={questions}
                    current={trait}
                    draft={draft}
                    onPick={(t) => change({ trait: t.id })}
                    line={draft.line}
                  />
                  <Button onPress={() => setNames(true)}>{t('possibleSpeciesOrTypeAName')}</Button>
                </>
              ) : null}
              {draft.part === 'measure' ? (
                <>
                  <MeasureStep {...{ draft, measuring, change, tree, taxon, before, date }} />
                  <Button kind="next" onPress={() => change({ part: 'walk' })}>
                    {t('nextWalkRound')}
                  </Button>
                </>
              ) : null}
              {draft.part === 'walk' ? (
                <>
                  <WalkStep
                    {...{ draft, look, change, last, known, tree, taxon }}
                    dbh={measuring.values.dbh?.m ?? tree.dbh}
                    onMark={setMarking}
                  />
                  <Button onPress={() => change({ part: 'judge' })}>{t('nextAssess')}</Button>
                </>
              ) : null}
              {draft.part === 'judge' ? (
                <JudgeStep
                  draft={draft}
                  name={name}
                  judged={judged}
                  tree={tree}
                  judgement={judgement}
                  date={date}
                  change={change}
                  onMark={(zone) => setMarking({ zone })}
                  problem={empty ? t('nothingIsRecordedYetInspectOr') : problem}
                  empty={empty}
                  onSend={() =>
                    void onSend(
                      submissionOf(draft, look, name, judgement, later, {
                        units: settings.units,
                        timeZone: zoneAt(tree),
                        finishedAt: new Date(),
                      }),
                    )
                  }
                />
              ) : null}
            </ScrollView>
            {wide ? (
              <ScrollView className="w-[400px] flex-grow-0 border-l border-rule bg-sheet" contentContainerClassName="gap-3 p-4">
                <NameStep {...{ draft, naming, change, later, tree, date }} compact={draft.part === 'name' && showNames} />
              </ScrollView>
            ) : null}
          </View>
          {draft.part === 'name' || wide ? (
            <LeadingNames
              naming={naming}
              onLook={ask}
              onName={() => {
                change({ part: 'name' });
                setNames(true);
              }}
            />
          ) : (
            <NameStrip naming={naming} name={judged} seen={judgement.lookedAt.percent} onLook={ask} />
          )}
        </>
      )}
      {marking ? (
        <SignSheet
          {...marking}
          taxon={judged.taxon}
          known={known.filter(
            ({ sign }) => sign.zone === marking.zone && !draft.signs.some((here) => here.again === sign.key || here.key === sign.key),
          )}
          onClose={() => setMarking(null)}
          onAdd={(sign, photos) => {
            change((now) => ({
              photos: [...now.photos, ...photos],
              absent: now.absent.filter((id) => id !== sign.id),
              signs: [...now.signs, sign],
              looked: [...new Set([...now.looked, sign.zone])],
            }));
            setMarking(null);
          }}
        />
      ) : null}
    </View>
  );
}

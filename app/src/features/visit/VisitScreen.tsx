import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { LINES, type Line, type Trait } from '@dendrix/core/knowledge';
import { readEntry, yearsBetween } from '@dendrix/core/measure';
import { judgedName, standingVisits, type JudgedName } from '@dendrix/core/review';
import type { VisitView } from '@dendrix/core/contracts';
import { useOrganisation } from '@/features/session/useOrganisation';
import { useSettings } from '@/features/shell/settings';
import { library, taxonNamed } from '@/features/shell/library';
import { todayIso } from '@/features/shell/today';
import { useTree, useTrees } from '@/features/tree/useTrees';
import { useOutbox } from '@/offline/useOutbox';
import { Body, Button, Latin, Small, Strong, TreeTag, useWide, Waiting } from '@/ui';
import { dropDraft, type Part } from './draft';
import { JudgeStep } from './judge/JudgeStep';
import { Ladder, LINE_WORDS } from './Ladder';
import { LeadingNames, short } from './LeadingNames';
import { MeasureStep } from './measure/MeasureStep';
import { NameStep } from './NameStep';
import { Question } from './Question';
import { SafetyStep } from './SafetyStep';
import { SignSheet, type Marking } from './walk/SignSheet';
import { judgementOf, laterOf, nameOf, submissionOf } from './submission';
import { useDraft } from './useDraft';
import { useNaming, type Naming } from './useNaming';
import { WalkStep } from './walk/WalkStep';

const PARTS: readonly { part: Part; words: string }[] = [
  { part: 'name', words: 'Name' },
  { part: 'measure', words: 'Measure' },
  { part: 'walk', words: 'Walk round' },
  { part: 'judge', words: 'Judge' },
];

const NO_VISITS: readonly VisitView[] = [];

/** A visit from safety to sending. */
export function VisitScreen({ treeId }: { treeId: string }) {
  const router = useRouter();
  const client = useQueryClient();
  const wide = useWide();
  const trees = useTrees();
  const detail = useTree(treeId);
  const tree = detail.data ?? trees.data?.find((t) => t.id === treeId);
  const { draft, change, saved } = useDraft(treeId, tree);
  const { settings } = useSettings();
  const { post } = useOutbox();
  const [marking, setMarking] = useState<Marking | null>(null);
  const [names, setNames] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const scroll = useRef<ScrollView>(null);
  const toTop = useCallback(() => scroll.current?.scrollTo({ y: 0, animated: false }), []);

  useEffect(toTop, [draft?.part, draft?.trait, draft?.line, names, draft?.safetyDone, toTop]);
  if (!tree || !draft) {
    const missing = trees.data && !trees.isFetching && !tree ? 'This tree is not on this device. Open it once with a signal.' : null;
    return (
      <Waiting
        what="the tree"
        problem={missing ?? (trees.data ? null : trees.error?.message)}
        retry={<Button onPress={() => router.navigate('/today')}>Back to today</Button>}
      />
    );
  }
  return (
    <VisitBody
      {...{ tree, draft, change, saved, wide, settings, marking, setMarking, names, setNames, problem, scroll }}
      visits={detail.data?.visits ?? NO_VISITS}
      onClose={() => (router.canGoBack() ? router.back() : router.navigate('/today'))}
      onSend={async (body) => {
        const queuedAt = new Date().toISOString();
        try {
          await post({ id: draft.id, kind: 'visit', queuedAt, words: `Visit to ${tree.tag}`, body });
          // The pictures follow their visit, one by one; they are on the device already.
          for (const photo of draft.photos)
            await post({ id: photo.id, kind: 'photo', queuedAt, words: `Picture of ${tree.tag}`, body: { visitId: draft.id } });
          await dropDraft(treeId);
          await client.invalidateQueries({ queryKey: ['tree', treeId] });
          router.replace(`/tree/${treeId}`);
        } catch {
          setProblem(
            'This device could not keep the visit: its storage may be full. Free some space and send again; nothing is lost meanwhile.',
          );
        }
      }}
    />
  );
}

type BodyProps = {
  tree: NonNullable<ReturnType<typeof useTrees>['data']>[number];
  draft: NonNullable<ReturnType<typeof useDraft>['draft']>;
  change: ReturnType<typeof useDraft>['change'];
  saved: boolean;
  wide: boolean;
  settings: ReturnType<typeof useSettings>['settings'];
  marking: Marking | null;
  setMarking: (marking: Marking | null) => void;
  names: boolean;
  setNames: (shown: boolean) => void;
  problem: string | null;
  scroll: React.RefObject<ScrollView | null>;
  visits: readonly VisitView[];
  onClose: () => void;
  onSend: (body: ReturnType<typeof submissionOf>) => Promise<void>;
};

function VisitBody({
  tree,
  draft,
  change,
  saved,
  wide,
  settings,
  marking,
  setMarking,
  names,
  setNames,
  problem,
  scroll,
  visits,
  onClose,
  onSend,
}: BodyProps) {
  const date = todayIso();
  const naming = useNaming(draft, date);
  const name = useMemo(() => nameOf(draft, naming), [draft, naming]);
  const organisation = useOrganisation();
  const judged = useMemo(() => judgedName(name, tree), [name, tree]);
  const taxon = taxonNamed(judged.taxon);
  const before = useMemo(() => standingVisits(visits), [visits]);
  const last = before[0];
  const measuring = useMemo(() => {
    const then = last?.record.measurements;
    const earlier = then ? { dbh: then.dbh?.m, height: then.height?.m, years: yearsBetween(last.finishedAt.slice(0, 10), date) } : null;
    return readEntry(draft.measure, settings, taxon, earlier);
  }, [draft.measure, settings, taxon, last, date]);
  const judgement = useMemo(
    () => judgementOf(draft, judged, measuring, date, organisation, before, settings.units),
    [draft, judged, measuring, date, organisation, before, settings.units],
  );
  const later = useMemo(() => laterOf(draft, naming, date), [draft, naming, date]);
  const empty =
    draft.observations.length + draft.signs.length + draft.looked.length + draft.blocked.length === 0 &&
    draft.chosenName === null &&
    !measuring.values.dbh &&
    !measuring.values.height;

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
          <Small role="status" className="text-[13px] leading-[16px]">
            {saved ? 'saved here' : 'saving …'}
          </Small>
        </View>
        <Button label="Leave the visit; it is kept here" onPress={onClose} className="px-3">
          Leave
        </Button>
      </View>
      {!draft.safetyDone ? (
        <ScrollView ref={scroll} contentContainerClassName="w-full max-w-[640px] self-center">
          <SafetyStep draft={draft} change={change} />
        </ScrollView>
      ) : (
        <>
          <View role="tablist" aria-label="Parts of the visit" className="flex-row border-b border-rule">
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
                    Go on: measure
                  </Button>
                </>
              ) : null}
              {draft.part === 'name' && !showNames && trait ? (
                <>
                  <Question trait={trait} draft={draft} naming={naming} date={date} change={change} />
                  <OtherMarks
                    questions={questions}
                    current={trait}
                    draft={draft}
                    onPick={(t) => change({ trait: t.id })}
                    line={draft.line}
                  />
                  <Button onPress={() => setNames(true)}>The names so far, or write one</Button>
                </>
              ) : null}
              {draft.part === 'measure' ? (
                <>
                  <MeasureStep {...{ draft, measuring, change, tree, taxon, before, date }} />
                  <Button kind="next" onPress={() => change({ part: 'walk' })}>
                    Go on: walk round
                  </Button>
                </>
              ) : null}
              {draft.part === 'walk' ? (
                <>
                  <WalkStep {...{ draft, change, last, tree, taxon }} dbh={measuring.values.dbh?.m ?? tree.dbh} onMark={setMarking} />
                  <Button onPress={() => change({ part: 'judge' })}>Go on: judge</Button>
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
                  problem={empty ? 'Nothing has been recorded yet: look at something, or measure, first.' : problem}
                  empty={empty}
                  onSend={() =>
                    void onSend(submissionOf(draft, name, measuring, judgement, later, draft.profile ?? organisation.profile, new Date()))
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
          onClose={() => setMarking(null)}
          onAdd={(sign, photos) => {
            change((now) => ({
              photos: [...now.photos, ...photos],
              absent: now.absent.filter((id) => id !== sign.id),
              signs: [...now.signs.filter((s) => s.id !== sign.id || s.zone !== sign.zone), sign],
              looked: [...new Set([...now.looked, sign.zone])],
            }));
            setMarking(null);
          }}
        />
      ) : null}
    </View>
  );
}

/** The other questions of a line, answered ones ticked. */
function OtherMarks({
  questions,
  current,
  draft,
  onPick,
  line,
}: {
  questions: readonly Trait[];
  current: Trait;
  draft: BodyProps['draft'];
  onPick: (trait: Trait) => void;
  line: Line;
}) {
  return (
    <View className="gap-2">
      <Small className="font-body-bold">Other marks of {LINE_WORDS[line].toLowerCase()}</Small>
      <View className="flex-row flex-wrap gap-2">
        {questions
          .filter((q) => q.id !== current.id)
          .map((q) => {
            const done = draft.observations.some((o) => o.trait === q.id);
            const gone = draft.cannotSee.includes(q.id);
            return (
              <Pressable
                key={q.id}
                role="button"
                onPress={() => onPick(q)}
                className={`min-h-[48px] justify-center rounded-full border px-4 active:opacity-60 ${done ? 'border-lichen bg-lichen-wash' : 'border-rule bg-sheet'}`}
              >
                <Body className="text-[15px]">
                  {done ? '✓ ' : gone ? '– ' : ''}
                  {q.label}
                </Body>
              </Pressable>
            );
          })}
      </View>
    </View>
  );
}

/** On a phone, while measuring and walking round, the names shrink to a line; the next look stays one tap away. */
function NameStrip({ naming, name, seen, onLook }: { naming: Naming; name: JudgedName; seen: number; onLook: (trait: Trait) => void }) {
  const [first, second] = naming.result.ranking.candidates;
  const any = naming.result.ranking.observations.length > 0;
  const next = naming.next;
  return (
    <View className="flex-row items-center gap-3 border-t-2 border-ink bg-sheet px-4 py-2">
      <View className="min-w-0 flex-1">
        <Latin className="text-[17px] leading-[21px]" numberOfLines={1}>
          {name.taxon ?? 'not yet named'}
        </Latin>
        <Small numberOfLines={2}>
          {name.byRecord
            ? 'by the record · '
            : any && first
              ? `${Math.round(first.probability * 100)} %${second && second.probability > 0.005 ? `, then ${short(second.taxon.name)}` : ''} · `
              : ''}
          {seen} % looked at
        </Small>
      </View>
      {next ? (
        <Button kind="next" className="max-w-[46%]" label={`Look next: ${next.trait.label}`} onPress={() => onLook(next.trait)}>
          {`Next: ${next.trait.label.toLowerCase()}`}
        </Button>
      ) : null}
    </View>
  );
}

import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { View } from 'react-native';
import { v7 as newId } from 'uuid';
import type { RoundPlan } from '@dendrix/core/contracts';
import { taxonNamed } from '@/features/shell/library';
import { clockAfter, wayFigure } from '@dendrix/core/sheet/round-sheet';
import { waitForLeaf, type Planned, type PlannedCrew } from '@dendrix/core/rounds';
import { candidatesOf, everybody, found, keepRound, roundsOfDay } from '@/data/keys';
import { useSession } from '@/features/shell/useSession';
import { useRange } from '@/features/shell/range';
import { useUnits } from '@/features/shell/settings';
import { todayIso } from '@/features/shell/today';
import { dayWords, distanceWords } from '@/features/shell/words';
import { Body, Heading, Small, Strong } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Drawing } from '@/ui/drawing';
import { Field } from '@/ui/field';
import { Fold } from '@/ui/fold';
import { Card, Page, Remark, TreeTag } from '@/ui/surface';
import { useWide } from '@/ui/wide';
import { NoSignal } from '@/data/api';
import { heldCandidates } from './held-candidates';
import { KeptRounds } from './KeptRounds';
import { PlanForm, type Asked } from './PlanForm';
import { Season } from './Season';
import { StopList } from './StopList';
import { holdUnkept, unkept } from './unkept';
import { usePlan } from './usePlan';
import { keepWishes, lastWishes, type Wishes } from './wishes';
import { t } from '@/words/rounds';

/** The work of a day planned, kept and given out; and the season ahead. */
export function RoundScreen() {
  const wide = useWide();
  const { account } = useSession();
  const [view, setView] = useState<'day' | 'season'>('day');
  const [day, setDay] = useState(todayIso);
  const kept = useQuery(roundsOfDay(day));
  const [told, setTold] = useState<string | null>(null);
  const mine = kept.data?.some((round) => round.crew.id === account?.id) ?? false;
  const mayPlan = account !== null && account.role !== 'viewer';
  if (!account) return null;
  return (
    <Page title={t('rounds')} wide={wide}>
      <Choice
        label={t('typeOfWorks')}
        shown={false}
        options={[
          { value: 'day', words: t('aDay') },
          { value: 'season', words: t('theSeason') },
        ]}
        value={view}
        onChange={setView}
      />
      {view === 'season' ? (
        <Season />
      ) : (
        <>
          <Strong>{dayWords(day)}</Strong>
          {told ? (
            <View role="status" className="border-l-4 border-l-lichen bg-lichen-wash px-3 py-2">
              <Body>{told}</Body>
            </View>
          ) : null}
          {(kept.data ?? []).length > 0 ? <KeptRounds rounds={kept.data ?? []} account={account} /> : null}
          {kept.error && !kept.data ? <Small role="alert">{kept.error.message}</Small> : null}
          {mayPlan ? (
            <Fold
              key={`${day} ${mine}`}
              title={mine ? t('planAgain') : t('planARound')}
              says={mine ? t('replacedByAnother') : t('forThisDayFromWhatIs')}
              open={!mine}
            >
              {() => <Planner day={day} onDay={setDay} onKept={setTold} />}
            </Fold>
          ) : (
            <Small>{t('roundsArePlannedByCrewsAnd')}</Small>
          )}
        </>
      )}
    </Page>
  );
}

interface Changes {
  pinned: readonly string[];
  without: readonly string[];
}
const NONE: Changes = { pinned: [], without: [] };

function Planner({ day, onDay, onKept }: { day: string; onDay: (day: string) => void; onKept: (words: string | null) => void }) {
  const client = useQueryClient();
  const wide = useWide();
  const { account } = useSession();
  const range = useRange();
  const [wishes, setWishes] = useState(lastWishes);
  const [before] = useState(() => unkept<Asked, Changes>(day));
  const [asked, setAsked] = useState<Asked | null>(before?.asked ?? null);
  const [changes, setChanges] = useState<Changes>(before?.changes ?? NONE);
  const [problem, setProblem] = useState<string | null>(null);
  const [keeping, setKeeping] = useState(false);
  const { plan: begin, stop, share, planned, problem: failed, clear } = usePlan(before?.planned ?? null);
  // Until it is kept a plan is this page's alone: one that is loaded anew goes on with it.
  useEffect(() => holdUnkept(planned && asked ? { day, asked, changes, planned } : null), [day, asked, changes, planned]);

  const run = useCallback(
    async (what: Asked, { pinned, without }: Changes) => {
      setProblem(null);
      onKept(null);
      const { from, start, minutes, by, back, tools } = what.wishes;
      try {
        const { items, times } = await candidatesOf(what.day, start, pinned, range.districts).catch(async (error: unknown) => {
          if (!(error instanceof NoSignal)) throw error;
          onKept(t('offlinePlannedFromDataOnThis'));
          return heldCandidates(what.day, pinned, range.holds);
        });
        const crews = what.crews.map((id, i): PlannedCrew => ({
          id,
          from,
          minutes,
          by,
          tools,
          start,
          end: back ? start : null,
          pinned: i === 0 ? pinned : [],
        }));
        begin({
          request: { day: what.day, crews, candidates: items, times, without, waitForLeaf: waitForLeaf(items, what.day, taxonNamed) },
        });
      } catch (error) {
        setProblem((error as Error).message);
      }
    },
    [begin, onKept, range],
  );
  const change = (next: Changes) => {
    setChanges(next);
    if (asked) void run(asked, next);
  };
  const keep = async (rounds: Planned['rounds']) => {
    if (!asked) return;
    setKeeping(true);
    setProblem(null);
    try {
      const taken: string[] = [];
      for (const round of rounds.filter((one) => one.plan.stops.length > 0)) {
        const answer = await keepRound(newId(), { day: asked.day, crew: round.crew, plan: round.plan });
        taken.push(...answer.taken.map(({ treeId, by }) => `${tagOf(round.plan, treeId)} (${by.name})`));
      }
      clear();
      setChanges(NONE);
      onKept(taken.length > 0 ? t('savedNotIncludedBecauseAnotherCrew', { taken: taken.join(', ') }) : t('savedDownloadingToThisDevice'));
      await client.invalidateQueries({ queryKey: roundsOfDay(asked.day).queryKey });
    } catch (error) {
      setProblem((error as Error).message);
    }
    setKeeping(false);
  };
  const form = (
    <PlanForm
      account={account as NonNullable<typeof account>}
      day={day}
      onDay={(next) => {
        clear();
        onDay(next);
      }}
      wishes={wishes}
      onWishes={(next: Wishes) => {
        setWishes(next);
        keepWishes(next);
      }}
      waits={share !== null}
      onPlan={(what) => {
        setAsked(what);
        setChanges(NONE);
        void run(what, NONE);
      }}
    />
  );
  const result = (
    <View className="gap-3">
      {problem || failed ? (
        <Remark mood="caution" title={t('notPlanned')}>
          {problem ?? failed ?? ''}
        </Remark>
      ) : null}
      {share !== null ? (
        <View className="gap-2" role="status">
          <Small>{t('planning', { share: Math.round(share * 100) })}</Small>
          <View className="h-[10px] rounded-sm border border-rule">
            <View className="h-full rounded-sm bg-ink" style={{ width: `${share * 100}%` }} />
          </View>
          <Button className="self-start" onPress={stop}>
            {t('stop')}
          </Button>
        </View>
      ) : null}
      {planned && asked ? (
        <Result
          planned={planned}
          asked={asked}
          changes={changes}
          onChange={change}
          onKeep={(rounds) => void keep(rounds)}
          keeping={keeping}
        />
      ) : null}
    </View>
  );
  return (
    <>
      {wide ? (
        <View className="flex-row items-start gap-5">
          <View className="w-[400px]">{form}</View>
          <View className="min-w-0 flex-1">{result}</View>
        </View>
      ) : (
        <>
          {form}
          {result}
        </>
      )}
    </>
  );
}

const tagOf = (of: RoundPlan, treeId: string): string => of.stops.find((stop) => stop.treeId === treeId)?.tag ?? t('aTree');

interface ResultProps {
  planned: Planned;
  asked: Asked;
  changes: Changes;
  onChange: (changes: Changes) => void;
  onKeep: (rounds: Planned['rounds']) => void;
  keeping: boolean;
}

/** What came of it: each round, what is left and why, and what can be changed before it is kept. */
function Result({ planned, asked, changes, onChange, onKeep, keeping }: ResultProps) {
  const units = useUnits();
  const { data: people } = useQuery(everybody);
  const several = planned.rounds.length > 1;
  const stops = planned.rounds.reduce((sum, { plan: { stops: all } }) => sum + all.length, 0);
  const pressing = planned.left.filter(({ presses }) => presses);
  const turn = (list: readonly string[], id: string) => (list.includes(id) ? list.filter((one) => one !== id) : [...list, id]);
  return (
    <View className="gap-4">
      {planned.rounds.map(({ crew, plan: made }) => {
        const figure = wayFigure(made);
        return (
          <Card key={crew} className="gap-2">
            <View className="flex-row gap-3">
              <View className="min-w-0 flex-1">
                <Heading>{several ? (people?.find(({ id }) => id === crew)?.name ?? t('aCrew')) : t('theRound')}</Heading>
                <Body>
                  {made.stops.length === 0
                    ? t('noDueTreesCanBeReached')
                    : t('stopsToAboutAlongTheStreets', {
                        stops: made.stops.length,
                        from: made.from,
                        clockAfter: clockAfter(made.from, made.takes),
                        distance: distanceWords(made.metres, units),
                      })}
                </Body>
              </View>
              {figure && made.stops.length > 0 ? (
                <Drawing figure={figure} width={108} height={108} label={t('theWayNorthUpARing')} />
              ) : null}
            </View>
            <StopList
              plan={made}
              day={asked.day}
              acts={{
                pin: (id) => onChange({ ...changes, pinned: turn(changes.pinned, id) }),
                swap: (id) => onChange({ pinned: changes.pinned.filter((one) => one !== id), without: [...changes.without, id] }),
                putOff: (id) => onChange({ pinned: changes.pinned.filter((one) => one !== id), without: [...changes.without, id] }),
              }}
            />
          </Card>
        );
      })}
      {stops > 0 ? (
        <Button kind="next" disabled={keeping} onPress={() => onKeep(planned.rounds)}>
          {keeping ? t('keeping') : several ? t('saveRounds') : t('saveRound')}
        </Button>
      ) : null}
      {pressing.length > 0 ? (
        <Remark mood="caution" title={t('urgentTreesNotInThisRound', { pressing: pressing.length })}>
          {pressing.map(({ tree, words }) => (
            <Body key={tree.id}>
              {tree.tag}, {tree.place}: {words}
            </Body>
          ))}
        </Remark>
      ) : null}
      <PinByTag pinned={changes.pinned} onPin={(id) => onChange({ ...changes, pinned: turn(changes.pinned, id) })} />
      <Left
        left={planned.left}
        onPin={(id) => onChange({ without: changes.without.filter((one) => one !== id), pinned: [...changes.pinned, id] })}
      />
    </View>
  );
}

/** Puts a tree into the round by its tag, whether it is due or not. */
function PinByTag({ pinned, onPin }: { pinned: readonly string[]; onPin: (id: string) => void }) {
  const [tag, setTag] = useState('');
  const query = useQuery({ ...found(tag.trim(), null), enabled: tag.trim().length >= 2 });
  const hits = useMemo(() => (tag.trim().length >= 2 ? (query.data?.items ?? []).slice(0, 3) : []), [query.data, tag]);
  return (
    <View className="gap-2">
      <Field label={t('pinATreeByItsTag')} value={tag} onChangeText={setTag} />
      {hits.map((tree) => (
        <View key={tree.id} className="flex-row flex-wrap items-center gap-2">
          <TreeTag tag={tree.tag} />
          <Small className="flex-1">{tree.place}</Small>
          <Button
            label={pinned.includes(tree.id) ? t('unpin', { tag: tree.tag }) : t('pin', { tag: tree.tag })}
            onPress={() => {
              onPin(tree.id);
              setTag('');
            }}
          >
            {pinned.includes(tree.id) ? t('unpin2') : t('pin2')}
          </Button>
        </View>
      ))}
    </View>
  );
}

/** Trees of a list that are shown before somebody asks for all. */
const SHOWN = 5;

/** What is left and why; each can be pinned. */
function Left({ left, onPin }: { left: Planned['left']; onPin: (id: string) => void }) {
  const [all, setAll] = useState(false);
  if (left.length === 0) return null;
  return (
    <View className="gap-2">
      <Heading>{t('notInThisRound', { left: left.length })}</Heading>
      {(all ? left : left.slice(0, SHOWN)).map(({ tree, words }) => (
        <View key={tree.id} className="flex-row items-center gap-2 border-t border-rule py-1">
          <View className="min-w-0 flex-1">
            <Strong className="text-[15px]">
              {tree.tag}, {tree.place}
            </Strong>
            <Small>{words}</Small>
          </View>
          <Button label={t('pin', { tag: tree.tag })} onPress={() => onPin(tree.id)}>
            {t('pin2')}
          </Button>
        </View>
      ))}
      {left.length > SHOWN ? (
        <Button onPress={() => setAll(!all)}>{all ? t('fewer') : t('more', { left: left.length - SHOWN })}</Button>
      ) : null}
    </View>
  );
}

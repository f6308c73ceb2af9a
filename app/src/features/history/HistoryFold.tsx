import { mayAct } from '@dendrix/core/contracts/roles';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { v7 as newId } from 'uuid';
import type { TreeDetail, VisitView } from '@dendrix/core/contracts';
import { SCHEMA, type VisitSubmission } from '@dendrix/core/record';
import type { UnitSystem } from '@dendrix/core/units';
import { timeline, versionsOf, type TimelineEntry } from '@dendrix/core/state';
import { useSession } from '@/features/shell/useSession';
import { useSettings } from '@/features/shell/settings';
import { dayWords } from '@/features/shell/words';
import { VisitCard } from '@/features/record/VisitCard';
import { pointWords } from '@/features/talk/points';
import { amendVisit } from '@/offline/amend';
import { useOutbox } from '@/offline/OutboxProvider';
import { Body, Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { Remark } from '@/ui/surface';
import { reached, reachedWords } from '@/features/record/stands';
import { zoneAt } from '@/features/shell/today';
import { t } from '@/words/history';

const VERDICT = { confirm: t('confirmed'), question: t('questioned'), overturn: t('nameChanged') } as const;

/** Everything that happened at a tree, newest first: who, when, and how far it has come. */
export function Timeline({ tree }: { tree: TreeDetail }) {
  const entries = timeline(tree, zoneAt(tree));
  const { parcels } = useOutbox();
  const stands = (entry: TimelineEntry, by: string) => reachedWords(reached(entry.id, by, tree, parcels));
  if (entries.length === 0) return <Small>{t('noHistoryYet')}</Small>;
  return (
    <View className="gap-3">
      {entries.map((entry) => (
        <View key={`${entry.kind}/${entry.id}`} className="border-l-2 border-ink pl-3">
          <Told entry={entry} tree={tree} stands={stands} />
        </View>
      ))}
    </View>
  );
}

function Told({ entry, tree, stands }: { entry: TimelineEntry; tree: TreeDetail; stands: (entry: TimelineEntry, by: string) => string }) {
  const day = dayWords(entry.day);
  switch (entry.kind) {
    case 'visit':
      return (
        <View className="gap-1">
          {entry.amends ? (
            <Strong>{t('amendedTheVisitOf', { day, name: entry.visit.by.name, day2: dayWords(entry.visit.look.day) })}</Strong>
          ) : null}
          <VisitCard visit={entry.visit} tree={tree} />
          <Small>
            {entry.stands
              ? stands(entry, entry.visit.by.id)
              : t('amendedLaterTheOriginalIsKept', { stands: stands(entry, entry.visit.by.id) })}
          </Small>
          <Amend entry={entry} tree={tree} />
        </View>
      );
    case 'review':
      return (
        <View>
          <Strong>
            {entry.review.taxon
              ? t('to', { day, name: entry.review.by.name, verdict: VERDICT[entry.review.verdict], taxon: entry.review.taxon })
              : `${day}: ${entry.review.by.name} ${VERDICT[entry.review.verdict]}`}
          </Strong>
          {entry.review.reason ? <Body>{entry.review.reason}</Body> : null}
          {entry.review.wanted ? <Body>{t('wanted', { because: entry.review.wanted.because })}</Body> : null}
          <Small>
            {entry.of
              ? t('ofTheVisitOf', { day: dayWords(entry.of.look.day), stands: stands(entry, entry.review.by.id) })
              : stands(entry, entry.review.by.id)}
          </Small>
        </View>
      );
    case 'listed':
      return (
        <View>
          <Strong>{t('cameInWithAListAs', { day, taxon: entry.name.taxon ?? tree.writtenName ?? t('noName') })}</Strong>
          {entry.name.by ? <Small>{t('by', { name: entry.name.by.name })}</Small> : null}
        </View>
      );
    case 'word':
      return (
        <View>
          <Strong>{t('on', { day, name: entry.message.by.name, point: pointWords(entry.message.point) })}</Strong>
          <Body>{entry.message.text}</Body>
          <Small>{stands(entry, entry.message.by.id)}</Small>
        </View>
      );
    case 'put off':
      return (
        <View>
          <Strong>{t('postponedItTo', { day, name: entry.putOff.by.name, day2: dayWords(entry.putOff.until) })}</Strong>
          <Body>{entry.putOff.reason}</Body>
          <Small>{stands(entry, entry.putOff.by.id)}</Small>
        </View>
      );
  }
}

/** To amend a visit, or to bring back how it stood before it was amended: both are written beside what was, and nothing is taken away. */
function Amend({ entry, tree }: { entry: Extract<TimelineEntry, { kind: 'visit' }>; tree: TreeDetail }) {
  const router = useRouter();
  const { account } = useSession();
  const { settings } = useSettings();
  const { post, parcels } = useOutbox();
  const [problem, setProblem] = useState<string | null>(null);
  const { visit, stands } = entry;
  const versions = versionsOf(tree.visits, visit.id);
  const root = versions[0];
  const standing = versions.at(-1);
  const may = account !== null && account.role !== 'viewer' && (root?.by.id === account.id || mayAct(account.role, 'coordinator'));
  const unsent = parcels.some((parcel) => parcel.id === visit.id || (parcel.kind === 'visit' && parcel.body.amends === standing?.id));
  if (!may || unsent) return null;
  const open = () =>
    amendVisit(account.id, visit, new Date()).then(
      () => router.push(`/visit/${tree.id}`),
      (error: Error) => setProblem(error.message),
    );
  const bringBack = () =>
    standing &&
    post({
      id: newId(),
      kind: 'visit',
      queuedAt: new Date().toISOString(),
      words: t('visitToOfAsItStood', { tag: tree.tag, day: visit.look.day }),
      // Of two versions the one written last stands, also where the clock of a device runs behind.
      body: backTo(visit, standing, settings.units, new Date(Math.max(Date.now(), Date.parse(standing.finishedAt) + 1)).toISOString()),
      draft: null,
    }).catch((error: Error) => setProblem(error.message));
  return (
    <View className="gap-1">
      {stands ? (
        <Pressable
          role="button"
          aria-label={t('amendTheVisitOf', { day: dayWords(visit.look.day) })}
          onPress={() => void open()}
          className="min-h-[48px] justify-center self-start"
        >
          <Small className="text-slate underline">{t('amendThisVisit')}</Small>
        </Pressable>
      ) : (
        <Button
          kind="quiet"
          className="self-start px-0"
          label={t('restoreThisVersionVisitOf', { day: dayWords(visit.look.day) })}
          onPress={() => void bringBack()}
        >
          {t('restoreThisVersion')}
        </Button>
      )}
      {problem ? <Remark mood="caution">{problem}</Remark> : null}
    </View>
  );
}

/** An amendment that says again what an earlier version said. The server judges it from the whole record. */
const backTo = (earlier: VisitView, standing: VisitView, units: UnitSystem, now: string): VisitSubmission => ({
  schema: SCHEMA,
  treeId: earlier.treeId,
  startedAt: now,
  finishedAt: now,
  timeZone: earlier.timeZone,
  libraryVersion: earlier.libraryVersion,
  units,
  look: earlier.look,
  name: earlier.name,
  judgement: null,
  laterLooks: earlier.laterLooks,
  amends: standing.id,
});

import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import {
  alsoRecorded,
  lookOf,
  overruledWords,
  sideWords,
  signLabel,
  signWords,
  unseenSides,
  zoneWords,
  type Assessment,
  type Overruled,
  type Scale as ScaleOf,
} from '@dendrix/core/condition';
import type { DeterminationView, TreeDetail, VisitView } from '@dendrix/core/contracts';
import { plateLeaf } from '@dendrix/core/figures';
import { HIDDEN_DECAY, slugOf, SOUNDNESS, VIGOUR } from '@dendrix/core/knowledge';
import { commonName, library, taxonNamed } from '@/features/shell/library';
import { useSettings, useUnits } from '@/features/shell/settings';
import { todayIso } from '@/features/shell/today';
import { bandOf, namesThatCount, newestJudging, standingName, standingVisits, standingWords } from '@dendrix/core/review';
import { dateWithSeason, dayWords, dueWords, lengthWords } from '@/features/shell/words';
import { useSession } from '@/features/session/useSession';
import { download } from '@/offline/api';
import { Body, Button, Card, Drawing, Figures, Heading, Latin, Remark, Small, Strong, TreeTag, useWide, Waiting } from '@/ui';
import { useOutbox } from '@/offline/useOutbox';
import { Cautions } from './Cautions';
import { OverTheYears } from './OverTheYears';
import { Pictures, useOpenPicture } from './Pictures';
import { Rings } from './Rings';
import { Scale } from './Scale';
import { useTree } from './useTrees';

const NOT_JUDGED = { band: 'not looked at yet', reasons: [] };
/** What stands on a scale, and since when where the last visit did not judge it. */
function standing(visits: readonly VisitView[], scale: ScaleOf) {
  const visit = newestJudging(visits, scale);
  return {
    judged: (visit?.judgement[scale] as Assessment['vigour'] | undefined) ?? NOT_JUDGED,
    since: visit === visits[0] ? undefined : visit?.finishedAt.slice(0, 10),
  };
}

/** Who it is and how sure, two scales, the rings, what is due, every visit and every name it ever had. */
export function TreePage({ id }: { id: string }) {
  const router = useRouter();
  const wide = useWide();
  const query = useTree(id);
  const { account } = useSession();
  const { parcels } = useOutbox();
  const unsent = parcels.filter((p) => p.kind === 'visit' && p.body.treeId === id);
  const tree = query.data;
  const picture = useOpenPicture(tree);
  if (!tree) {
    return (
      <View className="p-4">
        {unsent.length > 0 ? (
          <Remark mood="second" title="A visit waits to be sent">
            It is kept on this device and goes out when there is a signal.
          </Remark>
        ) : null}
        <Waiting
          what="the tree"
          problem={query.error?.message}
          retry={query.error ? <Button onPress={() => void query.refetch()}>Try again</Button> : null}
        />
      </View>
    );
  }
  const visits = standingVisits(tree.visits);
  const today = todayIso();
  const mayVisit = account !== null && account.role !== 'viewer';
  const left = (
    <>
      <Identity tree={tree} />
      {unsent.map((parcel) => (
        <Remark key={parcel.id} mood={parcel.problem ? 'caution' : 'second'} title="A visit waits to be sent">
          {parcel.problem ?? 'It is kept on this device and goes out when there is a signal.'}
        </Remark>
      ))}
      <View className="flex-row gap-4">
        <View className="flex-1">
          <Scale label="Vigour" bands={VIGOUR} {...standing(visits, 'vigour')} short />
        </View>
        <View className="flex-1">
          <Scale label="Soundness" bands={SOUNDNESS} {...standing(visits, 'soundness')} short />
        </View>
      </View>
      <History tree={tree} />
    </>
  );
  const right = (
    <>
      {visits[0] ? <LastJudgement visit={visits[0]} visits={visits} /> : null}
      <Facts tree={tree} />
      <OverTheYears visits={tree.visits} />
      <Pictures tree={tree} onOpen={picture.open} />
      <Sheet tree={tree} />
      <StillToSettle tree={tree} />
      <Heading>Every name it had</Heading>
      {tree.determinations.map((d) => (
        <NameGiven key={d.id} given={d} tree={tree} />
      ))}
      {tree.determinations.length === 0 ? (
        <Small>Nobody has named it{tree.writtenName ? `; the town list says “${tree.writtenName}”` : ''}.</Small>
      ) : null}
      <Heading>Every visit</Heading>
      {tree.visits.map((visit) => (
        <VisitCard key={visit.id} visit={visit} tree={tree} />
      ))}
      {tree.visits.length === 0 ? <Small>Nobody has visited it yet.</Small> : null}
    </>
  );
  return (
    <View className="min-h-0 flex-1">
      <ScrollView
        className="flex-1"
        contentContainerClassName={`w-full self-center gap-5 p-4 pb-8 ${wide ? 'max-w-[1180px] flex-row' : 'max-w-[760px]'}`}
      >
        {wide ? (
          <>
            <View className="flex-1 gap-5">{left}</View>
            <View className="flex-1 gap-4">{right}</View>
          </>
        ) : (
          <>
            {left}
            {right}
          </>
        )}
      </ScrollView>
      <View className="gap-2 border-t-2 border-ink bg-sheet px-4 pb-3 pt-2">
        <View className={wide ? 'w-full max-w-[1148px] flex-row items-center gap-4 self-center' : 'gap-2'}>
          <View className="min-w-0 flex-1">
            <View className="flex-row justify-between gap-3">
              <Small>Come back{tree.dueOn ? `, ${dueWords(today, tree.dueOn)}` : ''}</Small>
            </View>
            <Strong>{tree.dueOn ? `by ${dateWithSeason(tree.dueOn)}` : 'no date set'}</Strong>
            {tree.dueBecause ? <Small numberOfLines={2}>{tree.dueBecause}</Small> : null}
          </View>
          <View className="flex-row gap-2">
            {mayVisit ? (
              <Button kind="next" className="flex-1 px-6" onPress={() => router.push(`/visit/${tree.id}`)}>
                Start a visit
              </Button>
            ) : null}
            <Button onPress={() => router.navigate(`/map?tree=${tree.id}`)}>On the map</Button>
          </View>
        </View>
      </View>
      {picture.view}
    </View>
  );
}

function Identity({ tree }: { tree: TreeDetail }) {
  const router = useRouter();
  const taxon = taxonNamed(tree.taxon);
  const now = standingName(namesThatCount(tree.determinations, tree.visits));
  return (
    <View className="gap-2">
      <View className="flex-row flex-wrap items-center gap-3">
        <TreeTag tag={tree.tag} />
        <Small className="flex-shrink">{tree.place}</Small>
      </View>
      <View className="flex-row gap-3">
        <View className="min-w-0 flex-1 gap-1">
          <Latin role="heading" aria-level={1} className="text-[30px] leading-[34px]">
            {tree.level === 'cf. species' ? 'cf. ' : ''}
            {tree.taxon ?? 'Not yet named'}
          </Latin>
          {tree.taxon ? <Strong className="text-[18px]">{commonName(tree.taxon)}</Strong> : null}
          {now?.infraspecific ? <Small>noted as {now.infraspecific}</Small> : null}
          <Body>
            <Strong className={tree.standing === 'confirmed' || tree.standing === 'overturned' ? 'text-slate' : ''}>
              {standingWords(tree.standing)}
            </Strong>
            {now ? `. ${now.why}` : ''}
          </Body>
        </View>
        {taxon ? (
          <Pressable
            role="link"
            aria-label={`${taxon.name} in the library`}
            onPress={() => router.push(`/library/taxon/${slugOf(taxon.name)}`)}
            className="items-center active:opacity-60"
          >
            <Drawing figure={plateLeaf(taxon)} width={84} height={90} label={`Leaf of ${taxon.name}`} />
            <Small className="underline">its plate</Small>
          </Pressable>
        ) : null}
      </View>
    </View>
  );
}

/** The rings, and beside them what the last visit saw and missed. */
function History({ tree }: { tree: TreeDetail }) {
  const units = useUnits();
  if (tree.visits.length === 0) return null;
  const { never, lately } = unseenSides(tree.visits.map(lookOf));
  const newest = tree.visits[0]?.record.signs ?? [];
  return (
    <View className="gap-2">
      <Heading>Its rings, one a visit</Heading>
      <View className="flex-row flex-wrap items-start gap-4">
        <Rings visits={tree.visits} size={228} />
        <View className="min-w-[110px] flex-1 gap-2">
          {newest.slice(0, 4).map((sign, i) => (
            <View key={i}>
              <Strong>{signLabel(library, sign.id)}</Strong>
              <Small className="text-ink">
                {zoneWords(sign.zone)} {signWords(sign, units)}
              </Small>
            </View>
          ))}
          {newest.length === 0 ? <Small>No sign at the last visit.</Small> : null}
          <Small>
            Dotted: nobody looked.
            {never.length > 0 ? ` The ${never.map(sideWords).join(', ')} side has never been seen.` : ''}
            {lately.length > 0 ? ` Not seen last time: ${lately.map(sideWords).join(', ')}.` : ''}
          </Small>
        </View>
      </View>
    </View>
  );
}

function LastJudgement({ visit, visits }: { visit: VisitView; visits: readonly VisitView[] }) {
  const judgement = visit.judgement as unknown as Assessment;
  return (
    <View className="gap-3">
      <Remark
        mood={['serious weakness', 'act first'].includes(bandOf(visit.judgement, 'soundness') ?? '') ? 'caution' : 'plain'}
        title={`${visit.by.name}, ${dayWords(visit.finishedAt.slice(0, 10))}`}
      >
        {judgement.note}
      </Remark>
      <Scale label="Hidden decay" bands={HIDDEN_DECAY} {...standing(visits, 'hiddenDecay')} />
      {judgement.screening ? (
        <View>
          <Strong className={['high', 'extreme'].includes(judgement.screening.risk) ? 'text-oxide' : ''}>
            Field screening: {judgement.screening.risk}
          </Strong>
          <Small>{judgement.screening.method}</Small>
        </View>
      ) : null}
      {((judgement.overruled ?? []) as Overruled[]).map((one) => (
        <Remark key={one.what} mood="second" title="The observer saw it otherwise">
          {overruledWords(one)}
        </Remark>
      ))}
      {judgement.lookedAt.cannotSay.map((sentence) => (
        <Small key={sentence}>{sentence}</Small>
      ))}
      <Cautions cautions={judgement.cautions} />
    </View>
  );
}

function Facts({ tree }: { tree: TreeDetail }) {
  const { settings } = useSettings();
  const crown = tree.visits.find((visit) => visit.record.measurements.crownSpread)?.record.measurements.crownSpread;
  return (
    <Card>
      <View className="flex-row flex-wrap gap-x-8 gap-y-3">
        <Fact label="Diameter" value={tree.dbh === null ? 'not measured' : lengthWords(tree.dbh, settings.units, 'stem')} />
        <Fact label="Height" value={tree.height === null ? 'not measured' : lengthWords(tree.height, settings.units, 'tree')} />
        {crown ? <Fact label="Crown" value={lengthWords(crown.m, settings.units, 'tree')} /> : null}
        <Fact label="Planted" value={tree.plantedYear === null ? 'not known' : String(tree.plantedYear)} />
      </View>
    </Card>
  );
}

/** One tree on one sheet, to print or send. */
function Sheet({ tree }: { tree: TreeDetail }) {
  const units = useUnits();
  const [problem, setProblem] = useState<string | null>(null);
  const print = (paper: 'a4' | 'letter') => {
    setProblem(null);
    download(`/trees/${tree.id}/sheet.pdf?paper=${paper}&units=${units}`, `${tree.tag.replace(/\s/g, '-')}.pdf`).catch((error: Error) =>
      setProblem(error.message),
    );
  };
  return (
    <View className="gap-2">
      <Small className="font-body-bold">One sheet to print (PDF)</Small>
      <View className="flex-row gap-2">
        <Button label="Sheet to print, A4" onPress={() => print('a4')}>
          A4
        </Button>
        <Button label="Sheet to print, Letter" onPress={() => print('letter')}>
          Letter
        </Button>
      </View>
      {problem ? <Remark mood="caution">{problem}</Remark> : null}
    </View>
  );
}

/** Looks in another season that wait to settle the name. */
function StillToSettle({ tree }: { tree: TreeDetail }) {
  const open = tree.followUps.filter((followUp) => followUp.trait !== null && followUp.doneOn === null);
  if (open.length === 0) return null;
  return (
    <Remark mood="second" title="What will settle the name">
      <View className="gap-1">
        {open.map((followUp) => (
          <Body key={followUp.id}>
            {followUp.because}. By {dateWithSeason(followUp.dueOn)}.
          </Body>
        ))}
      </View>
    </Remark>
  );
}

const Fact = ({ label, value }: { label: string; value: string }) => (
  <View>
    <Small>{label}</Small>
    <Figures className={/^[0-9]/.test(value) ? '' : 'text-[16px]'}>{value}</Figures>
  </View>
);

const SOURCE_WORDS = { import: 'town list', visit: 'visit', review: 'review' } as const;

function NameGiven({ given, tree }: { given: DeterminationView; tree: TreeDetail }) {
  const review = tree.reviews.find((r) => r.visitId === given.visitId && given.source === 'visit');
  const verdict = review ? { confirm: 'confirmed', question: 'questioned', overturn: 'overturned' }[review.verdict] : null;
  return (
    <View className="gap-[2px] border-l-2 border-rule pl-3">
      <Latin className={`text-[18px] leading-[22px] ${verdict === 'overturned' ? 'line-through' : ''}`}>{given.taxon ?? 'not known'}</Latin>
      <Small className="text-ink">
        {SOURCE_WORDS[given.source]}
        {given.by ? `, ${given.by.name}` : ''}, {dayWords(given.at.slice(0, 10))}
      </Small>
      <Small>{given.why}</Small>
      {review ? (
        <Small className="text-slate">
          {verdict} by {review.by.name}
          {review.reason ? `: ${review.reason}` : ''}
        </Small>
      ) : null}
    </View>
  );
}

function VisitCard({ visit, tree }: { visit: VisitView; tree: TreeDetail }) {
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const judgement = visit.judgement as unknown as Assessment;
  const review = tree.reviews.find((r) => r.visitId === visit.id);
  return (
    <Card>
      <Pressable role="button" aria-expanded={open} onPress={() => setOpen(!open)} className="min-h-[48px] gap-1 active:opacity-60">
        <Strong>
          {dayWords(visit.finishedAt.slice(0, 10))}, {visit.by.name}
        </Strong>
        <Small>
          {judgement.lookedAt.percent} % looked at, {visit.record.signs.length} sign{visit.record.signs.length === 1 ? '' : 's'},{' '}
          {visit.record.observations.length} marks
          {review
            ? ` · ${review.verdict === 'confirm' ? 'confirmed' : review.verdict === 'question' ? 'questioned' : 'overturned'} by ${review.by.name}`
            : ' · waits for a second look'}
        </Small>
      </Pressable>
      {open ? (
        <View className="gap-2">
          {visit.record.signs.map((sign, i) => (
            <Body key={i}>
              {signLabel(library, sign.id)}, {zoneWords(sign.zone)} {signWords(sign, units)}
            </Body>
          ))}
          {alsoRecorded(library, visit.record, units).map((sentence) => (
            <Body key={sentence}>{sentence}</Body>
          ))}
          {visit.record.specimens?.map((specimen) => (
            <Body key={specimen.label}>
              Taken in: {specimen.part} {specimen.label}, {specimen.from === 'tree' ? 'from the tree' : 'picked up beneath'}.
            </Body>
          ))}
          <Body>{judgement.note}</Body>
          {visit.record.note ? (
            <Remark mood="plain" title="Note">
              {visit.record.note}
            </Remark>
          ) : null}
          <Small>Judged with library {visit.libraryVersion}.</Small>
        </View>
      ) : null}
    </Card>
  );
}

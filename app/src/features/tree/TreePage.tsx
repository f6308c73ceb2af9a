import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { alsoRecorded, sideWords, signLabel, signWords, zoneWords } from '@dendrix/core/words';
import { overruledWords } from '@dendrix/core/judging';
import type { Scale as ScaleOf } from '@dendrix/core/record';
import { unseenSides } from '@dendrix/core/history';
import type { DeterminationView, TreeDetail, VisitView } from '@dendrix/core/contracts';
import { plateLeaf } from '@dendrix/core/figures';
import { HIDDEN_DECAY, slugOf, SOUNDNESS, VIGOUR } from '@dendrix/core/knowledge';
import { commonName, library, taxonNamed } from '@/features/shell/library';
import { useSettings, useUnits } from '@/features/shell/settings';
import { todayIso } from '@/features/shell/today';
import { newestJudging, standingNameOf, standingVisits, standingWords } from '@dendrix/core/review';
import { dateWithSeason, dayWords, dueWords, lengthWords } from '@/features/shell/words';
import { useSession } from '@/features/session/useSession';
import { download } from '@/data/api';
import { Body, Figures, Heading, Latin, Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { Card, Remark, TreeTag, Waiting } from '@/ui/surface';
import { Drawing } from '@/ui/drawing';
import { useWide } from '@/ui/wide';
import { visitsIn } from '@/offline/outbox';
import { useOutbox } from '@/offline/OutboxProvider';
import { Differs } from '@/features/review/Differs';
import { Cautions } from './Cautions';
import { OverTheYears } from './OverTheYears';
import { Pictures, useOpenPicture } from './Pictures';
import { Rings } from './Rings';
import { Scale } from './Scale';
import { useTree } from './useTrees';

const NOT_JUDGED = { band: 'not looked at yet', reasons: [] };
/** What stands on a scale, and since when where the last visit did not judge it. @param visits that stand, oldest first */
function standing(visits: readonly VisitView[], scale: ScaleOf) {
  const visit = newestJudging(visits, scale);
  return { judged: visit?.judgement[scale] ?? NOT_JUDGED, since: visit === visits.at(-1) ? undefined : visit?.look.day };
}

/** Who it is and how sure, two scales, the rings, what is due, every visit and every name it ever had. */
export function TreePage({ id }: { id: string }) {
  const router = useRouter();
  const wide = useWide();
  const query = useTree(id);
  const { account } = useSession();
  const { parcels } = useOutbox();
  const unsent = visitsIn(parcels, id);
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
  const last = visits.at(-1);
  const today = todayIso();
  const mayVisit = account !== null && account.role !== 'viewer';
  const left = (
    <>
      <Identity tree={tree} />
      {unsent.map((parcel) => (
        <Remark key={parcel.id} mood={parcel.problem ? 'caution' : 'second'} title="A visit waits to be sent">
          {parcel.problem
            ? `${parcel.problem.detail} Mend it under More.`
            : 'It stands below as it will be; it is kept on this device and goes out when there is a signal.'}
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
      {last ? <LastJudgement visit={last} visits={visits} /> : null}
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
            <Strong>{tree.dueOn ? `by ${dateWithSeason(tree.dueOn, tree.latitude)}` : 'no date set'}</Strong>
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
  const now = standingNameOf(tree.determinations, tree.reviews, tree.visits).named;
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
  const { never, lately } = unseenSides(
    library,
    standingVisits(tree.visits).map((visit) => visit.look),
  );
  const newest = standingVisits(tree.visits).at(-1)?.look.signs ?? [];
  return (
    <View className="gap-2">
      <Heading>Its rings, one a visit</Heading>
      <View className="flex-row flex-wrap items-start gap-4">
        <Rings visits={tree.visits} size={228} />
        <View className="min-w-[110px] flex-1 gap-2">
          {newest.slice(0, 4).map((sign) => (
            <View key={sign.key}>
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
  const { judgement } = visit;
  return (
    <View className="gap-3">
      <Remark
        mood={['serious weakness', 'act first'].includes(judgement.soundness.band) ? 'caution' : 'plain'}
        title={`${visit.by.name}, ${dayWords(visit.look.day)}`}
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
      {judgement.overruled.map((one) => (
        <Remark key={one.what} mood="second" title="The observer saw it otherwise">
          {overruledWords(one)}
        </Remark>
      ))}
      {judgement.lookedAt.cannotSay.map((sentence) => (
        <Small key={sentence}>{sentence}</Small>
      ))}
      <Differs differs={visit.differs} />
      <Cautions cautions={judgement.cautions} />
    </View>
  );
}

function Facts({ tree }: { tree: TreeDetail }) {
  const { settings } = useSettings();
  const crown = tree.visits.find((visit) => visit.look.measurements.crownSpread)?.look.measurements.crownSpread;
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
            {followUp.because}. By {dateWithSeason(followUp.dueOn, tree.latitude)}.
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
  const { judgement } = visit;
  const review = tree.reviews.find((r) => r.visitId === visit.id);
  return (
    <Card>
      <Pressable role="button" aria-expanded={open} onPress={() => setOpen(!open)} className="min-h-[48px] gap-1 active:opacity-60">
        <Strong>
          {dayWords(visit.look.day)}, {visit.by.name}
        </Strong>
        <Small>
          {judgement.lookedAt.percent} % looked at, {visit.look.signs.length} sign{visit.look.signs.length === 1 ? '' : 's'},{' '}
          {visit.look.observations.length} marks
          {review
            ? ` · ${review.verdict === 'confirm' ? 'confirmed' : review.verdict === 'question' ? 'questioned' : 'overturned'} by ${review.by.name}`
            : ' · waits for a second look'}
        </Small>
      </Pressable>
      {open ? (
        <View className="gap-2">
          {visit.look.signs.map((sign) => (
            <Body key={sign.key}>
              {signLabel(library, sign.id)}, {zoneWords(sign.zone)} {signWords(sign, units)}
            </Body>
          ))}
          {alsoRecorded(library, visit.look, units).map((sentence) => (
            <Body key={sentence}>{sentence}</Body>
          ))}
          {visit.look.specimens.map((specimen) => (
            <Body key={specimen.label}>
              Taken in: {specimen.part} {specimen.label}, {specimen.from === 'tree' ? 'from the tree' : 'picked up beneath'}.
            </Body>
          ))}
          <Body>{judgement.note}</Body>
          {visit.look.note ? (
            <Remark mood="plain" title="Note">
              {visit.look.note}
            </Remark>
          ) : null}
          <Differs differs={visit.differs} />
          <Small>Judged from the whole record with library {visit.judgedWith}.</Small>
        </View>
      ) : null}
    </Card>
  );
}

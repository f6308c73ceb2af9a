import { useEffect, useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { v7 as newId } from 'uuid';
import { signLabel, signWords, zoneWords } from '@dendrix/core/words';
import { couldFind, type Meeting } from '@dendrix/core/history';
import { saidGone, type Ended, type Look, type SignSeen } from '@dendrix/core/record';
import type { TreeBrief, VisitView } from '@dendrix/core/contracts';
import { referenceCard } from '@dendrix/core/figures';
import { CARD_KINDS, STEM_SIDES, type Taxon, type Zone } from '@dendrix/core/knowledge';
import { PhotoPicker } from '@/features/photos/PhotoPicker';
import { Thumbnail } from '@/features/photos/Thumbnail';
import { library } from '@/features/shell/library';
import { usePractice } from '@/features/shell/practice';
import { useSettings } from '@/features/shell/settings';
import { dayWords } from '@/features/shell/words';
import { Body, Heading, Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { Remark } from '@/ui/surface';
import { useWide } from '@/ui/wide';
import { dropPicture } from '@/offline/pictures';
import type { VisitDraft } from '@/offline/draft';
import { devicesFor } from '../measure/devices';
import type { ChangeDraft } from '../useDraft';
import { KnownFault } from './KnownFault';
import { answerTo, unanswered } from './known';
import type { Marking } from './SignSheet';
import { Sounded } from './Sounded';
import { zoneStates } from './states';
import { StemHeights } from './StemHeights';
import { WalkRound } from './WalkRound';

/** The order of a walk round: the stem side by side, then down, then up. */
const ORDER: readonly Zone[] = [
  ...STEM_SIDES,
  'collar',
  'roots',
  'soil',
  'unions',
  'branches',
  'crown-low',
  'crown-mid',
  'crown-top',
  'foliage',
  'surroundings',
];

/** Draws the first card of each kind while nothing else is to be done, so that none has to be waited for. */
function drawCardsAhead(): () => void {
  const kinds = [...CARD_KINDS];
  let timer = setTimeout(function next() {
    const kind = kinds.shift();
    if (!kind) return;
    referenceCard(kind, FIRST_CARD);
    timer = setTimeout(next, BETWEEN_CARDS_MS);
  }, BETWEEN_CARDS_MS);
  return () => clearTimeout(timer);
}
const FIRST_CARD = 20;
const BETWEEN_CARDS_MS = 400;

interface Props {
  draft: VisitDraft;
  change: ChangeDraft;
  /** What this visit saw so far. */
  look: Look;
  /** The visit before this one, for what was there then. */
  last: VisitView | undefined;
  /** Signs known from earlier visits, each as it was met last. */
  known: readonly Meeting[];
  tree: TreeBrief;
  taxon: Taxon | null;
  /** Diameter of the stem as measured now or before, m. */
  dbh: number | null;
  onMark: (marking: Marking) => void;
}

/** All the way round: pick a side, say nothing here, mark a sign at its height, or say why it could not be reached. */
export function WalkStep({ draft, look, change, last, known, tree, taxon, dbh, onMark }: Props) {
  const states = zoneStates(draft, known);
  const waiting = unanswered(draft, known);
  const wide = useWide();
  const { units } = useSettings().settings;
  const practice = usePractice();
  const [picked, setPicked] = useState<Zone | null>(null);
  const current =
    picked ?? ORDER.find((zone) => states.get(zone) === 'known') ?? ORDER.find((zone) => states.get(zone) === 'blank') ?? null;
  const devices = useMemo(
    () => devicesFor(practice.on, tree, taxon, Date.parse(draft.startedAt)),
    [practice.on, tree, taxon, draft.startedAt],
  );
  useEffect(drawCardsAhead, []);
  const sides = STEM_SIDES.filter((zone) => ['clear', 'sign'].includes(states.get(zone) ?? 'blank')).length;
  const here = draft.signs.filter(
    (sign) => sign.zone === current && !saidGone(sign) && !(sign.trend === 'same' && known.some((one) => one.sign.key === sign.again)),
  );
  const photosHere = draft.photos.filter((photo) => photo.zone === current && photo.sign === null);
  const before = known.filter(({ sign }) => sign.zone === current);
  const asked = waiting.filter(({ sign }) => sign.zone === current);
  const seenBefore = current && last ? last.look.looked.includes(current) : false;

  const seeIt = (zone: Zone) =>
    change((now) => ({ looked: [...new Set([...now.looked, zone])], blocked: now.blocked.filter((b) => b.zone !== zone) }));
  const clear = () => {
    if (!current) return;
    seeIt(current);
    setPicked(null);
  };
  const blocked = () => {
    if (!current) return;
    change((now) => ({
      looked: now.looked.filter((zone) => zone !== current),
      blocked: [...now.blocked.filter((b) => b.zone !== current), { zone: current, why: 'wall, hedge or traffic' }],
    }));
    setPicked(null);
  };
  const takeBack = (gone: readonly SignSeen[]) => {
    const ids = new Set(gone.flatMap((sign) => sign.photos ?? []));
    ids.forEach((id) => void dropPicture(id));
    change((now) => ({
      signs: now.signs.filter((sign) => !gone.includes(sign)),
      photos: now.photos.filter((photo) => !ids.has(photo.id)),
    }));
  };
  const blank = () => {
    if (!current) return;
    takeBack(here);
    photosHere.forEach((photo) => void dropPicture(photo.id));
    change((now) => ({
      looked: now.looked.filter((zone) => zone !== current),
      blocked: now.blocked.filter((b) => b.zone !== current),
      sounding: now.sounding.filter((s) => s.zone !== current),
      photos: now.photos.filter((photo) => photo.zone !== current || photo.sign !== null),
    }));
    setPicked(current);
  };
  /** The same sign as before, as it is now: it goes on from the one it was. */
  const goesOn = (sign: SignSeen, trend: 'same' | 'gone', ended?: Ended | null, note?: string) => {
    const now: SignSeen = { ...sign, key: newId(), again: sign.key, trend };
    for (const field of ['photos', 'putBack', 'leftAside', 'note', 'ended'] as const) delete now[field];
    // What is gone has no size any more.
    const gone: SignSeen = {
      id: sign.id,
      zone: sign.zone,
      key: now.key,
      again: sign.key,
      trend,
      ...(sign.kind ? { kind: sign.kind } : {}),
    };
    const kept = trend === 'same' ? now : { ...gone, ...(note ? { note } : {}), ...(ended ? { ended } : {}) };
    answered(sign, (was) => ({ signs: [...was.signs, kept], looked: [...new Set([...was.looked, sign.zone])] }));
  };
  const notSeen = (sign: SignSeen) => answered(sign, (was) => ({ unseenSigns: [...was.unseenSigns, sign.key] }));
  /** Takes an answer in place of the one before. */
  const answered = (sign: SignSeen, part: (was: VisitDraft) => Partial<VisitDraft>) => {
    change((was) => {
      const without = { ...was, unseenSigns: was.unseenSigns.filter((key) => key !== sign.key) };
      return { unseenSigns: without.unseenSigns, ...part(without) };
    });
    setPicked(current);
  };
  const undo = (sign: SignSeen) => {
    const answer = answerTo(draft, sign);
    if (answer?.kind === 'seen') takeBack([answer.sign]);
    // A side whose defect waits for its answer again is not inspected.
    answered(sign, (was) => ({ looked: was.looked.filter((zone) => zone !== sign.zone) }));
  };
  /** Whether this visit has the means that found the sign: an eye settles no hollow, and no soft wood. */
  const canTell = (sign: SignSeen) => {
    const kind = library.signs.find((s) => s.id === sign.id);
    return kind !== undefined && couldFind(library, { ...look, looked: [...look.looked, sign.zone] }, kind, sign.zone);
  };
  return (
    <View className={wide ? 'flex-row gap-6' : 'gap-3'}>
      <View className={wide ? 'w-[300px] items-center gap-2' : 'items-center gap-2'}>
        <WalkRound
          states={states}
          signs={draft.signs}
          sounding={draft.sounding}
          waiting={known.flatMap(({ sign }) => (answerTo(draft, sign)?.kind === 'seen' ? [] : [sign]))}
          current={current}
          onPick={setPicked}
          size={wide ? 300 : undefined}
        />
        <Pressable
          role="button"
          aria-pressed={current === 'surroundings'}
          onPress={() => setPicked('surroundings')}
          className={`min-h-[48px] justify-center rounded-full border px-4 ${current === 'surroundings' ? 'border-oxide' : 'border-ink'}`}
        >
          <Small className="text-ink">
            The surroundings:{' '}
            {states.get('surroundings') === 'blank' ? 'not looked at' : states.get('surroundings') === 'sign' ? 'a sign' : 'looked at'}
          </Small>
        </Pressable>
        <Small>
          {sides} of 8 sides inspected. Hatched: inspected, nothing found. White: not inspected.
          {waiting.length > 0
            ? ` ${waiting.length === 1 ? '1 known defect needs' : `${waiting.length} known defects need`} an answer.`
            : ''}
        </Small>
      </View>
      <View className="min-w-0 flex-1 gap-3">
        {current ? (
          <>
            <Heading className="text-[22px] leading-[26px]">Now the {zoneWords(current)}</Heading>
            {here.map((sign) => (
              <Remark key={sign.key} mood="caution" title={signLabel(library, sign.id)}>
                <View className="gap-2">
                  <View className="flex-row items-center justify-between gap-2">
                    <Body className="flex-shrink">{signWords(sign, units)}</Body>
                    <Button label={`Take back ${sign.id}`} onPress={() => takeBack([sign])}>
                      Take back
                    </Button>
                  </View>
                  <View className="flex-row flex-wrap gap-2">
                    {draft.photos
                      .filter((photo) => sign.photos?.includes(photo.id))
                      .map((photo) => (
                        <Thumbnail key={photo.id} photo={photo} side={72} />
                      ))}
                  </View>
                </View>
              </Remark>
            ))}
            {asked.length > 0 ? (
              <Small className="text-ink">
                {asked.length === 1 ? 'Answer the known defect' : `Answer the ${asked.length} known defects`} before this part counts as
                inspected.
              </Small>
            ) : null}
            {before.map((one) => (
              <KnownFault
                key={one.sign.key}
                known={one}
                answer={answerTo(draft, one.sign)}
                canTell={canTell(one.sign)}
                onSame={() => goesOn(one.sign, 'same')}
                onLarger={() => onMark({ zone: one.sign.zone, larger: one.sign })}
                onGone={() => goesOn(one.sign, 'gone')}
                onNotSeen={() => notSeen(one.sign)}
                onClose={(ended, note) => goesOn(one.sign, 'gone', ended, note)}
                onUndo={() => undo(one.sign)}
              />
            ))}
            {before.length === 0 && last ? (
              <Small>
                Last visit, {dayWords(last.look.day)}: {seenBefore ? 'looked at, nothing here.' : 'nobody looked here.'}
              </Small>
            ) : null}
            <View className="flex-row gap-2">
              <Button kind="next" className="flex-1" onPress={clear} disabled={asked.length > 0}>
                {before.length > 0 ? 'Nothing new here' : here.length > 0 ? 'Done here' : 'Nothing here'}
              </Button>
              <Button className="flex-1" onPress={() => onMark({ zone: current })}>
                {here.length > 0 ? 'Another sign' : 'Mark a sign'}
              </Button>
            </View>
            <Button kind="dashed" onPress={blocked}>
              Can’t get there: wall, hedge, traffic
            </Button>
            {current.startsWith('stem-') ? (
              <View className="gap-1">
                <Small className="font-body-bold">Or tap the height of a sign</Small>
                <StemHeights
                  zone={current}
                  signs={here}
                  before={before.map(({ sign }) => sign)}
                  onPick={(height) => onMark({ zone: current, height })}
                />
              </View>
            ) : null}
            <View className="gap-2">
              <Small className="font-body-bold">The whole side in a picture</Small>
              <View className="flex-row flex-wrap gap-2">
                {photosHere.map((photo) => (
                  <Thumbnail key={photo.id} photo={photo} side={72} />
                ))}
              </View>
              <PhotoPicker
                zone={current}
                sign={null}
                of={`the ${zoneWords(current)}`}
                onPhoto={(photo) => {
                  setPicked(current);
                  change((now) => ({ photos: [...now.photos, photo] }));
                }}
              />
            </View>
            {states.get(current) !== 'blank' ? (
              <Button kind="quiet" onPress={blank}>
                Make it blank again
              </Button>
            ) : null}
          </>
        ) : (
          <>
            <Heading>All the way round</Heading>
            <Body>Every zone is seen or said to be out of reach. Tap one to change it.</Body>
          </>
        )}
        <Sounded
          zone={current}
          sounding={draft.sounding}
          drillings={draft.drillings}
          devices={devices}
          dbh={dbh}
          suspected={draft.signs.length > 0 || draft.sounding.some((s) => s.sound !== 'clear')}
          onSound={(zone, sound) => {
            setPicked(zone);
            change((now) => ({ sounding: [...now.sounding.filter((s) => s.zone !== zone), { zone, sound }] }));
          }}
          onClear={(zone) => {
            setPicked(zone);
            change((now) => ({ sounding: now.sounding.filter((s) => s.zone !== zone) }));
          }}
          onDrill={(drillings) => {
            setPicked(current);
            change({ drillings });
          }}
        />
        {draft.signs.length > 0 ? (
          <View className="gap-1">
            <Strong>Signs so far</Strong>
            {draft.signs.map((sign) => (
              <Small key={sign.key} className="text-ink">
                {signLabel(library, sign.id)}, {zoneWords(sign.zone)} {signWords(sign, units)}
              </Small>
            ))}
          </View>
        ) : null}
      </View>
    </View>
  );
}

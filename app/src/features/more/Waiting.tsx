import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { v7 as newId } from 'uuid';
import { useSession } from '@/features/shell/useSession';
import { saveAs } from '@/data/download';
import { discard, mendTree, reopenVisit, tryAgain } from '@/offline/outbox';
import { useOutbox } from '@/offline/OutboxProvider';
import { heldBy, type Parcel, type ParcelOf } from '@/offline/parcel';
import { Body, Heading, Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Card, Remark } from '@/ui/surface';
import { t } from '@/words/more';

/** What waits on this device: what goes out by itself, and what the server refused, to be mended and sent again. */
export function WaitingList() {
  const { parcels, send, online, needsSignIn } = useOutbox();
  const { account } = useSession();
  // Pictures go with their visit; alone they are told only where the server refused one.
  const shown = parcels.filter((parcel) => parcel.kind !== 'photo' || parcel.state === 'refused');
  const pictures = parcels.filter((parcel) => parcel.kind === 'photo').length;
  return (
    <Card className="gap-3">
      <Heading>{t('waitingToUpload')}</Heading>
      {parcels.length === 0 ? <Body>{t('nothingWaitingToUpload')}</Body> : null}
      {needsSignIn ? <Remark mood="caution">{t('signInAgainToUploadEverything')}</Remark> : null}
      {shown.map((parcel) => (
        <ParcelCard key={parcel.id} parcel={parcel} all={parcels} mine={parcel.owner === '' || parcel.owner === account?.id} />
      ))}
      {pictures > 0 ? <Small>{t('photosIncluded', { pictures })}</Small> : null}
      {parcels.length > 0 ? (
        <Button onPress={() => void send(true)} disabled={!online}>
          {online ? t('uploadNow') : t('offline')}
        </Button>
      ) : null}
    </Card>
  );
}

function standsHow(parcel: Parcel, all: readonly Parcel[], mine: boolean): string {
  if (parcel.problem) return parcel.problem.detail;
  if (!mine) return t('aColleagueMadeThisItUploads');
  const [first] = heldBy(parcel, all);
  if (first) return t('waitsFor', { words: first.words });
  if (parcel.attempts > 0)
    return parcel.attempts > 1
      ? t('triedTimesTheAppTriesAgain', { attempts: parcel.attempts })
      : t('triedTimeTheAppTriesAgain', { attempts: parcel.attempts });
  return t('uploadsWhenYouAreOnline');
}

/** Errors of the server after which the person may take an entry in hand. Waiting for a signal is none, however long. */
const FAILED_LONG = 8;
const mayMend = (parcel: Parcel): boolean => parcel.state === 'refused' || (parcel.failures ?? 0) >= FAILED_LONG;

function ParcelCard({ parcel, all, mine }: { parcel: Parcel; all: readonly Parcel[]; mine: boolean }) {
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <Remark mood={parcel.problem ? 'caution' : 'second'} title={parcel.words}>
      <View className="gap-2">
        <Body>{standsHow(parcel, all, mine)}</Body>
        {problem ? <Body role="alert">{problem}</Body> : null}
        {mayMend(parcel) && mine ? <Mend parcel={parcel} all={all} onProblem={setProblem} /> : null}
      </View>
    </Remark>
  );
}

/** What can be done about a parcel the server refused. */
function Mend({ parcel, all, onProblem }: { parcel: Parcel; all: readonly Parcel[]; onProblem: (words: string) => void }) {
  const router = useRouter();
  const { send } = useOutbox();
  const again = async () => {
    await tryAgain(parcel.id);
    await send(true);
  };
  return (
    <View className="gap-2">
      {parcel.kind === 'tree' ? <AnotherTag parcel={parcel} /> : null}
      <View className="flex-row flex-wrap gap-2">
        {parcel.kind === 'visit' && parcel.draft ? (
          <Button
            kind="next"
            label={t('openAndFix', { words: parcel.words })}
            onPress={() =>
              void reopenVisit(parcel.id, newId()).then(
                (treeId) => router.push(`/visit/${treeId}`),
                (error: Error) => onProblem(error.message),
              )
            }
          >
            {t('openAndFix2')}
          </Button>
        ) : null}
        {parcel.kind === 'damaged' ? (
          <Button label={t('keepACopy', { words: parcel.words })} onPress={() => keepCopy(parcel)}>
            {t('keepACopy2')}
          </Button>
        ) : null}
        {parcel.kind === 'review' ? (
          <Button label={t('openVisit', { words: parcel.words })} onPress={() => router.push(`/review/${parcel.body.visitId}`)}>
            {t('openVisit2')}
          </Button>
        ) : null}
        {parcel.kind === 'damaged' ? null : (
          <Button label={t('uploadAgain', { words: parcel.words })} onPress={() => void again()}>
            {t('uploadAgain2')}
          </Button>
        )}
        <ThrowAway parcel={parcel} hanging={all.filter((other) => other.after.includes(parcel.id)).length} />
      </View>
    </View>
  );
}

/** Hands a damaged entry to the person as a file, so that nothing of it is lost with it. */
const keepCopy = (parcel: ParcelOf<'damaged'>): void =>
  saveAs(new Blob([JSON.stringify(parcel.body, null, 2)], { type: 'application/json' }), `damaged-${parcel.id}.json`);

/** A tag is given once; another one sends the tree, and the visits to it, on their way. */
function AnotherTag({ parcel }: { parcel: ParcelOf<'tree'> }) {
  const { send } = useOutbox();
  const [tag, setTag] = useState(parcel.body.tag);
  const ready = tag.trim() !== '' && tag.trim() !== parcel.body.tag;
  return (
    <View className="gap-2">
      <Field label={t('newTag')} value={tag} onChangeText={setTag} hint={t('asItIsOnTheTree')} />
      <Button kind="next" disabled={!ready} onPress={() => void mendTree(parcel.id, { tag: tag.trim() }).then(() => send(true))}>
        {t('uploadWithThisTag')}
      </Button>
    </View>
  );
}

/** Thrown away is gone for good, so it takes a second word. */
function ThrowAway({ parcel, hanging }: { parcel: Parcel; hanging: number }) {
  const [asked, setAsked] = useState(false);
  if (!asked)
    return (
      <Button kind="quiet" label={t('delete', { words: parcel.words })} onPress={() => setAsked(true)}>
        {t('delete2')}
      </Button>
    );
  return (
    <View className="gap-2">
      <Small>
        {hanging > 0
          ? t('deleteThisIsTheOnlyCopy', { words: parcel.words, hanging })
          : t('deleteWordsThisIsTheOnly', { words: parcel.words })}
      </Small>
      <View className="flex-row gap-2">
        <Button label={t('deletePermanently', { words: parcel.words })} onPress={() => void discard(parcel.id)}>
          {t('deletePermanently2')}
        </Button>
        <Button onPress={() => setAsked(false)}>{t('cancel')}</Button>
      </View>
    </View>
  );
}

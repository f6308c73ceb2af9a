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

/** What waits on this device: what goes out by itself, and what the server refused, to be mended and sent again. */
export function WaitingList() {
  const { parcels, send, online, needsSignIn } = useOutbox();
  const { account } = useSession();
  // Pictures go with their visit; alone they are told only where the server refused one.
  const shown = parcels.filter((parcel) => parcel.kind !== 'photo' || parcel.state === 'refused');
  const pictures = parcels.filter((parcel) => parcel.kind === 'photo').length;
  return (
    <Card className="gap-3">
      <Heading>Waiting to upload</Heading>
      {parcels.length === 0 ? <Body>Nothing waiting to upload.</Body> : null}
      {needsSignIn ? <Remark mood="caution">Sign in again to upload. Everything is saved on this device.</Remark> : null}
      {shown.map((parcel) => (
        <ParcelCard key={parcel.id} parcel={parcel} all={parcels} mine={parcel.owner === '' || parcel.owner === account?.id} />
      ))}
      {pictures > 0 ? (
        <Small>
          {pictures} picture{pictures > 1 ? 's' : ''} among it.
        </Small>
      ) : null}
      {parcels.length > 0 ? (
        <Button onPress={() => void send(true)} disabled={!online}>
          {online ? 'Upload now' : 'Offline'}
        </Button>
      ) : null}
    </Card>
  );
}

function standsHow(parcel: Parcel, all: readonly Parcel[], mine: boolean): string {
  if (parcel.problem) return parcel.problem.detail;
  if (!mine) return 'A colleague made this. It uploads when they sign in on this device.';
  const [first] = heldBy(parcel, all);
  if (first) return `Waits for: ${first.words}.`;
  if (parcel.attempts > 0) return `Tried ${parcel.attempts} time${parcel.attempts > 1 ? 's' : ''}. The app tries again automatically.`;
  return 'Uploads when you are online.';
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
            label={`Open and fix: ${parcel.words}`}
            onPress={() =>
              void reopenVisit(parcel.id, newId()).then(
                (treeId) => router.push(`/visit/${treeId}`),
                (error: Error) => onProblem(error.message),
              )
            }
          >
            Open and fix
          </Button>
        ) : null}
        {parcel.kind === 'damaged' ? (
          <Button label={`Keep a copy: ${parcel.words}`} onPress={() => keepCopy(parcel)}>
            Keep a copy
          </Button>
        ) : null}
        {parcel.kind === 'review' ? (
          <Button label={`Open visit: ${parcel.words}`} onPress={() => router.push(`/review/${parcel.body.visitId}`)}>
            Open visit
          </Button>
        ) : null}
        {parcel.kind === 'damaged' ? null : (
          <Button label={`Upload again: ${parcel.words}`} onPress={() => void again()}>
            Upload again
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
      <Field label="New tag" value={tag} onChangeText={setTag} hint="as it is on the tree" />
      <Button kind="next" disabled={!ready} onPress={() => void mendTree(parcel.id, { tag: tag.trim() }).then(() => send(true))}>
        Upload with this tag
      </Button>
    </View>
  );
}

/** Thrown away is gone for good, so it takes a second word. */
function ThrowAway({ parcel, hanging }: { parcel: Parcel; hanging: number }) {
  const [asked, setAsked] = useState(false);
  if (!asked)
    return (
      <Button kind="quiet" label={`Delete: ${parcel.words}`} onPress={() => setAsked(true)}>
        Delete
      </Button>
    );
  return (
    <View className="gap-2">
      <Small>
        Delete {parcel.words}? This is the only copy.
        {hanging > 0 ? ` ${hanging} more that belong${hanging === 1 ? 's' : ''} to it will be deleted too.` : ''}
      </Small>
      <View className="flex-row gap-2">
        <Button label={`Delete permanently: ${parcel.words}`} onPress={() => void discard(parcel.id)}>
          Delete permanently
        </Button>
        <Button onPress={() => setAsked(false)}>Cancel</Button>
      </View>
    </View>
  );
}

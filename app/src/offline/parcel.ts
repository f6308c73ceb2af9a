import type { MessageSubmission, PutOffSubmission, ReviewSubmission, TreeSubmission, VisitSubmission } from '@dendrix/core/record';
import type { VisitDraft } from './draft';

/** Why the server would not take a parcel. */
export interface ParcelProblem {
  status: number;
  /** A sentence for the person. */
  detail: string;
  /** Which part of it. */
  path?: string | undefined;
}

interface Kept {
  /** Made on the device, so that sending twice is the same as sending once. */
  id: string;
  /** Whose it is: it goes out only while this person is signed in, and under their name. */
  owner: string;
  /** ISO time */
  queuedAt: string;
  /** What it is, for the person. */
  words: string;
  /** Waiting to be sent, or refused by the server until somebody mends it. */
  state: 'waiting' | 'refused';
  problem: ParcelProblem | null;
  /** Tries that came to nothing, and the moment before which the next one is not worth it, ms. */
  attempts: number;
  nextTryAt: number;
  /** Tries that the server answered with an error of its own (500): it may be what was written that it cannot take. */
  failures?: number;
  /** Parcels that have to arrive before this one: a visit after its tree, a picture after its visit. */
  after: string[];
}

/** Something that has still to reach the server. */
export type Parcel = Kept &
  (
    | { kind: 'tree'; body: TreeSubmission }
    /** With the draft it was made from, so that it can be opened again and mended. */
    | { kind: 'visit'; body: VisitSubmission; draft: VisitDraft | null }
    /** With the tree it is about, so that just that is fetched anew once it has arrived; an older version kept none. */
    | { kind: 'review'; body: ReviewSubmission; treeId?: string }
    | { kind: 'message'; body: MessageSubmission }
    | { kind: 'put-off'; body: PutOffSubmission }
    | { kind: 'photo'; body: { visitId: string }; treeId?: string }
    /** A row that cannot be read as any of these, as it stands. */
    | { kind: 'damaged'; body: unknown }
  );
export type ParcelOf<K extends Parcel['kind']> = Extract<Parcel, { kind: K }>;

/** A parcel as a screen makes it; the outbox adds how it stands. */
export type NewParcel = {
  [K in Exclude<Parcel['kind'], 'damaged'>]: Omit<ParcelOf<K>, 'owner' | 'state' | 'problem' | 'attempts' | 'nextTryAt' | 'after'> & {
    after?: string[];
  };
}[Exclude<Parcel['kind'], 'damaged'>];

/** How a parcel stands that has not been tried. */
export const UNTRIED = { state: 'waiting', problem: null, attempts: 0, nextTryAt: 0, failures: 0 } as const;

export const asNew = (parcel: NewParcel, owner: string): Parcel => ({ after: [], ...parcel, owner, ...UNTRIED }) as Parcel;

/** First pause after a try that came to nothing, ms; doubles with every further one, up to about ten minutes. */
const FIRST_PAUSE = 5_000;
const LONGEST_PAUSE = 600_000;
/** The pause is drawn from so much of itself on either side, so that a crew back in signal does not knock all at once. */
const SPREAD = 0.2;

/** How long to wait after so many tries that came to nothing, ms. @param random 0 to under 1 */
export const pauseAfter = (attempts: number, random: number): number =>
  Math.min(LONGEST_PAUSE, FIRST_PAUSE * 2 ** Math.max(0, attempts - 1)) * (1 - SPREAD + 2 * SPREAD * random);

const ORDER: Record<Parcel['kind'], number> = { tree: 0, visit: 1, review: 2, message: 3, 'put-off': 4, photo: 5, damaged: 6 };

/** Parcels in the order in which they go out: oldest first, of one moment the tree before the visit before its pictures. */
export const inSendingOrder = (parcels: readonly Parcel[]): Parcel[] =>
  [...parcels].sort((a, b) => a.queuedAt.localeCompare(b.queuedAt) || ORDER[a.kind] - ORDER[b.kind] || a.id.localeCompare(b.id));

/** The parcels that one waits for, as far as they are still here. */
export const heldBy = (parcel: Parcel, all: readonly Parcel[]): Parcel[] => all.filter((other) => parcel.after.includes(other.id));

import { NOBODY } from './database';
import type { Parcel } from './parcel';

// What the device kept may be damaged: by an edit, a half-written disk, a version to come. What can be made good is; the rest is set aside,
// said one by one, and stops nothing else.

type Row = Partial<Record<keyof Parcel | 'draft' | 'treeId', unknown>> & { id: string };

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);
const isInstant = (value: unknown): value is string => typeof value === 'string' && !Number.isNaN(Date.parse(value));
const isCount = (value: unknown): value is number => typeof value === 'number' && Number.isFinite(value) && value >= 0;

/** Whether a body has what the screens read of it before it is sent. */
function hasBody(kind: unknown, body: unknown): boolean {
  if (!isRecord(body)) return false;
  switch (kind) {
    case 'tree':
      return typeof body.tag === 'string' && typeof body.latitude === 'number' && typeof body.longitude === 'number';
    case 'visit':
      // What an older version queued has a record in place of a look.
      return typeof body.treeId === 'string' && (isRecord(body.look) ? Array.isArray(body.look.photos) : isRecord(body.record));
    case 'message':
      return typeof body.treeId === 'string' && typeof body.text === 'string';
    case 'put-off':
      return typeof body.treeId === 'string' && typeof body.until === 'string';
    case 'review':
    case 'photo':
      return typeof body.visitId === 'string';
    default:
      return false;
  }
}

/** What a person reads of an entry that cannot be sent. */
const DAMAGED = {
  status: 0,
  detail: 'It is damaged on this device and cannot be sent. Keep a copy for whoever looks after Dendrix here, then throw it away.',
};

/** A row of the device as a parcel: made good where only what the outbox adds is missing, else set aside as damaged. */
export function soundParcel(row: Row): Parcel {
  const after = Array.isArray(row.after) ? row.after.filter((id): id is string => typeof id === 'string' && id !== row.id) : [];
  const kept = {
    id: row.id,
    owner: typeof row.owner === 'string' ? row.owner : NOBODY,
    queuedAt: isInstant(row.queuedAt) ? row.queuedAt : new Date(0).toISOString(),
    words: typeof row.words === 'string' && row.words !== '' ? row.words : 'An entry without a name',
  };
  if (!hasBody(row.kind, row.body))
    return { ...kept, kind: 'damaged', body: row, after: [], state: 'refused', problem: DAMAGED, attempts: 0, nextTryAt: 0 };
  const refused = row.state === 'refused' && isRecord(row.problem) && typeof row.problem.detail === 'string';
  return {
    ...row,
    ...kept,
    after,
    state: refused ? 'refused' : 'waiting',
    problem: refused ? row.problem : null,
    attempts: isCount(row.attempts) ? row.attempts : 0,
    nextTryAt: isCount(row.nextTryAt) ? row.nextTryAt : 0,
  } as Parcel;
}

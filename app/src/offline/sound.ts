import { NOBODY } from './database';
import type { Parcel } from './parcel';
import { t } from '@/words/offline';

// What the device kept may be damaged: by an edit, a half-written disk, a version to come. What can be made good is; the rest is set aside,
// said one by one, and stops nothing else.

type Row = { [K in keyof Parcel]?: unknown } & { id: string };

/** A text of a body that screens read before it is sent. */
const READ: Record<string, string> = {
  tree: 'tag',
  visit: 'treeId',
  message: 'text',
  'put-off': 'until',
  review: 'visitId',
  photo: 'visitId',
};

const partsOf = (value: unknown) => (value ?? {}) as Record<string, unknown>;

/** Whether a body has what the screens read of it; what an older version queued of a visit has a record in place of a look. */
function isReadable({ kind, body }: Row): boolean {
  const parts = partsOf(body);
  if (typeof parts[READ[String(kind)] ?? ''] !== 'string') return false;
  return kind !== 'visit' || Array.isArray(partsOf(parts.look).photos) || typeof parts.record === 'object';
}

/** A row of the device as a parcel: made good where only what the outbox adds is missing, else set aside as damaged. */
export function soundParcel(row: Row): Parcel {
  const text = (value: unknown, otherwise: string) => (typeof value === 'string' ? value : otherwise);
  const kept = {
    ...{ attempts: 0, nextTryAt: 0, problem: null, state: 'waiting', ...row },
    owner: text(row.owner, NOBODY),
    queuedAt: text(row.queuedAt, ''),
    words: text(row.words, t('entry')),
    after: Array.isArray(row.after) ? row.after.filter((id) => id !== row.id) : [],
  };
  if (isReadable(row)) return kept as Parcel;
  const detail = t('damagedItCannotBeUploadedKeep');
  return { ...kept, kind: 'damaged', body: row, after: [], state: 'refused', problem: { status: 0, detail } } as Parcel;
}

import { useQueryClient } from '@tanstack/react-query';
import { createContext, useCallback, useContext, useEffect, useMemo, useState, type ReactNode } from 'react';
import type { Account } from '@dendrix/core/contracts';
import { changedBy, session } from '@/data/keys';
import { askToPersist } from './database';
import { enqueue, flush, waiting } from './outbox';
import type { NewParcel, Parcel } from './parcel';
import { dropOrphans } from './pictures';
import { watchKept } from './watch';
import { t } from '@/words/offline';

/** What waits is looked at so often, ms; each parcel keeps its own pause. */
const LOOK_EVERY_MS = 5_000;

interface Outbox {
  /** What waits on this device, of everybody who uses it. */
  parcels: readonly Parcel[];
  online: boolean;
  /** The session has ended: nothing goes out before somebody signs in. */
  needsSignIn: boolean;
  /** Sends what is due now; with force also what would wait longer. */
  send: (force?: boolean) => Promise<void>;
  /** Queues something under the name of who is signed in. */
  post: (parcel: NewParcel) => Promise<void>;
}

const OutboxContext = createContext<Outbox>({
  parcels: [],
  online: true,
  needsSignIn: false,
  send: async () => {},
  post: async () => {},
});

/** One outbox for the whole application: one timer, one list, and after each sending just what it changed is fetched anew. */
export function OutboxProvider({ account, children }: { account: Account | null; children: ReactNode }) {
  const client = useQueryClient();
  const [parcels, setParcels] = useState<Parcel[]>([]);
  const [online, setOnline] = useState(() => navigator.onLine);
  const [needsSignIn, setNeedsSignIn] = useState(false);
  const owner = account?.id;

  useEffect(() => {
    const look = () => void waiting().then(setParcels);
    look();
    return watchKept(look);
  }, []);

  const send = useCallback(
    async (force = false) => {
      if (owner === undefined) return;
      const result = await flush({ owner, now: Date.now(), force });
      setNeedsSignIn(result.needsSignIn);
      if (result.needsSignIn) await client.invalidateQueries({ queryKey: session.queryKey });
      const keys = result.sent.flatMap((parcel) => {
        switch (parcel.kind) {
          case 'tree':
            return changedBy.tree(parcel.id);
          case 'visit':
            return changedBy.visit(parcel.body.treeId);
          case 'review':
            return changedBy.review(parcel.treeId);
          case 'message':
            return changedBy.word(parcel.body.treeId);
          case 'put-off':
            return changedBy.putOff(parcel.body.treeId);
          case 'photo':
            return changedBy.photo(parcel.treeId);
          case 'damaged':
            return [];
        }
      });
      const once = new Map(keys.map((queryKey) => [JSON.stringify(queryKey), queryKey]));
      await Promise.all([...once.values()].map((queryKey) => client.invalidateQueries({ queryKey })));
    },
    [client, owner],
  );

  useEffect(() => {
    if (owner === undefined) return;
    setNeedsSignIn(false);
    void askToPersist();
    void dropOrphans();
    void send(true);
  }, [owner, send]);
  useEffect(() => {
    const back = () => {
      setOnline(true);
      void send(true);
    };
    const away = () => setOnline(false);
    window.addEventListener('online', back);
    window.addEventListener('offline', away);
    const timer = setInterval(() => void send(), LOOK_EVERY_MS);
    return () => {
      window.removeEventListener('online', back);
      window.removeEventListener('offline', away);
      clearInterval(timer);
    };
  }, [send]);

  const post = useCallback(
    async (parcel: NewParcel) => {
      if (owner === undefined) throw new Error(t('signInFirstYourEntriesAre'));
      await enqueue(owner, parcel);
      void send();
    },
    [owner, send],
  );
  const value = useMemo(() => ({ parcels, online, needsSignIn, send, post }), [parcels, online, needsSignIn, send, post]);
  return <OutboxContext.Provider value={value}>{children}</OutboxContext.Provider>;
}

/** What waits to be sent, and ways to queue and to send. */
export const useOutbox = () => useContext(OutboxContext);

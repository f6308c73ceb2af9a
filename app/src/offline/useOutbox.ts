import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useState } from 'react';
import { enqueue, flush, waiting, watchOutbox, type Parcel } from './outbox';

const TRY_EVERY_MS = 20_000;

/** What waits to be sent, and a way to send it; tries by itself when the signal comes back. */
export function useOutbox() {
  const client = useQueryClient();
  const [parcels, setParcels] = useState<Parcel[]>([]);
  const [online, setOnline] = useState(() => navigator.onLine);

  const send = useCallback(async () => {
    if ((await flush()) > 0) await client.invalidateQueries();
  }, [client]);

  useEffect(() => {
    const look = () => void waiting().then(setParcels);
    look();
    return watchOutbox(look);
  }, []);
  useEffect(() => {
    const back = () => {
      setOnline(true);
      void send();
    };
    const away = () => setOnline(false);
    window.addEventListener('online', back);
    window.addEventListener('offline', away);
    const timer = setInterval(() => void send(), TRY_EVERY_MS);
    void send();
    return () => {
      window.removeEventListener('online', back);
      window.removeEventListener('offline', away);
      clearInterval(timer);
    };
  }, [send]);

  const post = useCallback(
    async (parcel: Parcel) => {
      await enqueue(parcel);
      void send();
    },
    [send],
  );
  return { parcels, online, send, post };
}

import { useCallback, useEffect, useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import type { Photo } from '@dendrix/core/record';
import type { Zone } from '@dendrix/core/knowledge';
import { keepPicture } from '@/offline/pictures';
import type { PhotoMade, PhotoTask } from '@/workers/photo.worker';
import { t } from '@/words/photos';

type Message = { made: PhotoMade } | { problem: string };

/** Larger files are films or scans, bytes. */
const LARGEST = 60_000_000;

/** Turns a taken or chosen file into a photograph of the record; its picture is on the device once this resolves. */
export function usePhotoMaker() {
  const worker = useRef<Worker | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    setBusy(false);
  }, []);
  useEffect(() => end, [end]);

  const make = useCallback(
    (file: File, of: { zone: Zone; sign: string | null }): Promise<Photo | null> => {
      end();
      setProblem(null);
      if (file.size > LARGEST) {
        setProblem(t('thisFileIsTooLargeFor'));
        return Promise.resolve(null);
      }
      setBusy(true);
      return new Promise((resolve) => {
        const fail = (words: string) => {
          setProblem(words);
          end();
          resolve(null);
        };
        const made = new Worker(new URL('../../workers/photo.worker', window.location.href));
        worker.current = made;
        made.onerror = () => fail(t('thisDeviceCouldNotProcessThe'));
        made.onmessage = ({ data }: MessageEvent<Message>) => {
          if ('problem' in data) return fail(data.problem);
          const { blob, takenAt, width, height, latitude, longitude } = data.made;
          const id = newId();
          keepPicture(id, blob).then(
            () => {
              end();
              resolve({
                id,
                ...of,
                takenAt: takenAt ?? new Date().toISOString(),
                timeFrom: takenAt ? 'picture' : 'device',
                latitude,
                longitude,
                width,
                height,
                bytes: blob.size,
              });
            },
            () => fail(t('thePhotoWasNotSavedStorage')),
          );
        };
        made.postMessage({ file } satisfies PhotoTask);
      });
    },
    [end],
  );
  return { make, stop: end, busy, problem };
}

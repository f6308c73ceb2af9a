// Makes a photograph small enough to keep and send, off the main thread, and reads when and where it was taken.
import exifr from 'exifr';
import { pictureTime } from '@dendrix/core/devices';
import { t } from '@/words/workers';

/** What the page sends. */
export interface PhotoTask {
  file: Blob;
}

/** What comes back; time and place are null where the picture does not hold them. */
export interface PhotoMade {
  blob: Blob;
  width: number;
  height: number;
  /** ISO, UTC */
  takenAt: string | null;
  latitude: number | null;
  longitude: number | null;
}

/** Longest side kept, pixels: enough to tell a bud scale or a conk's pores, a third of a megabyte. */
const LONGEST = 1600;
const QUALITY = 0.82;

interface Written {
  DateTimeOriginal?: unknown;
  OffsetTimeOriginal?: unknown;
  latitude?: number;
  longitude?: number;
}

async function make(file: Blob): Promise<PhotoMade> {
  // A picture without any such data is no fault.
  const written: Written =
    ((await exifr
      .parse(file, {
        gps: true,
        // As the camera wrote it: its clock is not this device's.
        reviveValues: false,
        pick: ['DateTimeOriginal', 'OffsetTimeOriginal', 'GPSLatitude', 'GPSLongitude', 'GPSLatitudeRef', 'GPSLongitudeRef'],
      })
      .catch(() => null)) as Written | null) ?? {};
  const picture = await createImageBitmap(file, { imageOrientation: 'from-image' });
  const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
  const width = Math.max(1, Math.round(picture.width * scale));
  const height = Math.max(1, Math.round(picture.height * scale));
  const canvas = new OffscreenCanvas(width, height);
  const pen = canvas.getContext('2d');
  if (!pen) throw new Error(t('noCanvas'));
  pen.drawImage(picture, 0, 0, width, height);
  picture.close();
  const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY });
  const placed = Number.isFinite(written.latitude) && Number.isFinite(written.longitude);
  return {
    blob,
    width,
    height,
    takenAt: pictureTime(
      written.DateTimeOriginal,
      written.OffsetTimeOriginal,
      ([year, month, day, hours, minutes, seconds]) => new Date(year, month - 1, day, hours, minutes, seconds),
    ),
    latitude: placed ? (written.latitude as number) : null,
    longitude: placed ? (written.longitude as number) : null,
  };
}

self.addEventListener('message', ({ data }: MessageEvent<PhotoTask>) => {
  make(data.file).then(
    (made) => self.postMessage({ made }),
    () => self.postMessage({ problem: t('thisPhotoCannotBeReadTake') }),
  );
});

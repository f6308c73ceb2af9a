import type { SignSeen, Sounding } from '../contracts/record';
import type { Library } from '../knowledge';

/** The sign that only the mallet finds. */
export const hollowSign = (library: Pick<Library, 'signs'>): string | undefined => library.signs.find((sign) => sign.found === 'sound')?.id;

/** Signs that sounding adds: a side that rang dull or like a drum, unless it was marked already. */
export function fromSounding(
  library: Pick<Library, 'signs'>,
  input: { sounding?: readonly Sounding[]; signs: readonly SignSeen[] },
): SignSeen[] {
  const hollow = hollowSign(library);
  if (hollow === undefined) return [];
  return (input.sounding ?? []).flatMap(({ zone, sound, height }): SignSeen[] =>
    sound === 'clear' || input.signs.some((sign) => sign.id === hollow && sign.zone === zone)
      ? []
      : [{ id: hollow, zone, kind: sound, ...(height === undefined ? {} : { height }) }],
  );
}

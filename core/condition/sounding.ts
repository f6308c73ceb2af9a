import type { SignSeen, Sounding } from '../contracts/record';

/** Signs that sounding adds: a side that rang dull or like a drum, unless it was marked already. */
export function fromSounding(input: { sounding?: readonly Sounding[]; signs: readonly SignSeen[] }, hollow: string): SignSeen[] {
  return (input.sounding ?? []).flatMap(({ zone, sound, height }): SignSeen[] =>
    sound === 'clear' || input.signs.some((sign) => sign.id === hollow && sign.zone === zone)
      ? []
      : [{ id: hollow, zone, kind: sound, ...(height === undefined ? {} : { height }) }],
  );
}

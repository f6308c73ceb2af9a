import { hollowSign } from '../../history/reached';
import type { Library } from '../../knowledge';
import type { Look } from '../../record/look';
import type { SignSeen } from '../../record/sign';

/** Signs that sounding adds: a side that rang dull or like a drum, unless a hollow was marked there already. */
export function fromSounding(library: Pick<Library, 'signs'>, look: Pick<Look, 'sounding' | 'signs'>): SignSeen[] {
  const hollow = hollowSign(library);
  if (hollow === undefined) return [];
  return look.sounding.flatMap(({ zone, sound, height }): SignSeen[] =>
    sound === 'clear' || look.signs.some((sign) => sign.id === hollow && sign.zone === zone)
      ? []
      : [{ id: hollow, zone, key: `${hollow}@${zone}`, kind: sound, ...(height === undefined ? {} : { height }) }],
  );
}

/** A look with what its sounding adds among its signs. */
export const withSounding = <L extends Look>(library: Pick<Library, 'signs'>, look: L): L => ({
  ...look,
  signs: [...look.signs, ...fromSounding(library, look)],
});

import type { SignSeen } from '../contracts/record';

/** A sign met before at the same side, and how its size has changed. */
export interface SignChange {
  id: string;
  zone: SignSeen['zone'];
  /** Field that was compared, metres or percent. */
  field: 'opening' | 'width' | 'length' | 'percent' | 'cover' | null;
  before: number | null;
  now: number | null;
}

/** Fields that show growth of a sign, most telling first. */
export const TRACKED = ['opening', 'width', 'length', 'percent', 'cover'] as const;

/** Compares the signs of two visits by sign and zone: what was there before and is now, new or gone. */
export function changeSince(before: readonly SignSeen[], now: readonly SignSeen[]): SignChange[] {
  const key = (sign: SignSeen) => `${sign.id}/${sign.zone}`;
  const keys = [...new Set([...before, ...now].map(key))];
  return keys.map((k): SignChange => {
    const old = before.find((sign) => key(sign) === k);
    const fresh = now.find((sign) => key(sign) === k);
    const any = (fresh ?? old) as SignSeen;
    const field = TRACKED.find((f) => old?.[f] !== undefined || fresh?.[f] !== undefined) ?? null;
    return {
      id: any.id,
      zone: any.zone,
      field,
      before: field && old ? (old[field] ?? null) : null,
      now: field && fresh ? (fresh[field] ?? null) : null,
    };
  });
}

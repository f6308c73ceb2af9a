import type { SignSeen } from '../contracts/record';
import { CROWN_ZONES, HIDDEN_DECAY, SOUNDNESS, STEM_SIDES, VIGOUR, type Library, type SignRule } from '../knowledge';
import { crownRatio, isFailingRatio, isShortRatio, isWeakRatio } from '../measure/crown';
import { LOOK_SLENDERNESS, slenderness, UNSTABLE_SLENDERNESS } from '../measure/stem';
import { meets } from './field-test';
import type { LookedAt } from './looked';
import type { AssessInput } from './request';
import { zoneWords } from './zones';

/** A band on one scale with its reasons. */
export interface Judged {
  band: string;
  reasons: string[];
}

/** Said where nothing bad was seen but not all was looked at. */
export const PARTIAL = {
  soundness: 'no weakness seen on what was looked at',
  hiddenDecay: 'none suspected on what was looked at',
} as const;
export const NOT_JUDGED = 'not judged';

type Scale = SignRule['scale'];
const BANDS: Record<Scale, readonly string[]> = { vigour: VIGOUR, soundness: SOUNDNESS, hiddenDecay: HIDDEN_DECAY };

interface Found {
  rank: number;
  reason: string;
}

/** What the rules of the signs say on one scale; the worst holds, every one that speaks is a reason. */
function fromSigns(library: Library, scale: Scale, signs: readonly SignSeen[]): Found[] {
  return signs.flatMap((seen) => {
    const sign = library.signs.find((s) => s.id === seen.id);
    const holding = (sign?.rules ?? []).filter((rule) => rule.scale === scale && meets(seen, rule.when));
    const worst = holding
      .map((rule) => ({ rank: BANDS[scale].indexOf(rule.atLeast), because: rule.because }))
      .sort((a, b) => b.rank - a.rank)[0];
    return worst ? [{ rank: worst.rank, reason: `${sign?.label ?? seen.id}, ${zoneWords(seen.zone)}: ${worst.because}` }] : [];
  });
}

const worstOf = (found: readonly Found[]) => Math.max(0, ...found.map((f) => f.rank));
const reasonsOf = (found: readonly Found[]) => [...found].sort((a, b) => b.rank - a.rank).map((f) => f.reason);

/**
 * Vigour: how well the tree grows. From the signs, and from the live crown ratio where it was measured.
 * It says nothing about the wood.
 */
export function vigour(library: Library, input: AssessInput, signs: readonly SignSeen[], looked: LookedAt): Judged {
  const found = fromSigns(library, 'vigour', signs);
  const ratio =
    input.height !== undefined && input.crownBase !== undefined && input.height > 0 ? crownRatio(input.height, input.crownBase) : null;
  const supporting: string[] = [];
  if (ratio !== null) {
    const percent = `${Math.round(ratio * 100)} %`;
    if (isFailingRatio(ratio))
      found.push({ rank: VIGOUR.indexOf('failing'), reason: `Live crown ratio ${percent}: a fifth or less is a failing tree.` });
    else if (isWeakRatio(ratio))
      found.push({ rank: VIGOUR.indexOf('strained'), reason: `Live crown ratio ${percent}: about a third is weak.` });
    else if (isShortRatio(ratio)) found.push({ rank: VIGOUR.indexOf('fair'), reason: `Live crown ratio ${percent}: short of 40 %.` });
    else supporting.push(`Live crown ratio ${percent}.`);
  }
  const crownSeen = CROWN_ZONES.filter((zone) => looked.seen.has(zone)).length;
  if (found.length === 0) {
    if (crownSeen === 0 && ratio === null) return { band: NOT_JUDGED, reasons: ['The crown was neither looked at nor measured.'] };
    const enough = looked.seen.has('crown-top') && (ratio !== null || crownSeen === CROWN_ZONES.length);
    if (!enough)
      return { band: 'fair', reasons: [...supporting, 'No trouble seen, but too little of the crown was looked at to say more.'] };
    return { band: 'thriving', reasons: [...supporting, 'No sign of trouble in the crown that was looked at.'] };
  }
  return { band: VIGOUR[worstOf(found)] ?? 'fair', reasons: [...reasonsOf(found), ...supporting] };
}

const BEARING = [...STEM_SIDES, 'collar', 'unions'] as const;

/** Whether every stem side, the collar and the unions were looked at: what "no weakness seen" needs. */
const bearingAllSeen = (looked: LookedAt) => BEARING.every((zone) => looked.seen.has(zone));
const bearingAnySeen = (looked: LookedAt) => [...BEARING, 'branches' as const, 'roots' as const].some((zone) => looked.seen.has(zone));

/** Soundness: how well the tree holds together. A full crown never counts in its favour. */
export function soundness(library: Library, input: AssessInput, signs: readonly SignSeen[], looked: LookedAt): Judged {
  const found = fromSigns(library, 'soundness', signs);
  const notes: string[] = [];
  if (input.height !== undefined && input.dbh !== undefined && input.dbh > 0) {
    const ratio = slenderness(input.height, input.dbh);
    const words = `Height over diameter ${ratio.toFixed(0)}`;
    if (ratio > UNSTABLE_SLENDERNESS) found.push({ rank: 1, reason: `${words}: over 100 a stem is too thin for its height.` });
    else if (ratio > LOOK_SLENDERNESS) notes.push(`${words}: over 50 a tree in the open deserves a look.`);
  }
  if (found.length > 0) return { band: SOUNDNESS[worstOf(found)] ?? 'weakness', reasons: [...reasonsOf(found), ...notes] };
  if (!bearingAnySeen(looked)) return { band: NOT_JUDGED, reasons: ['Neither stem, collar, forks, branches nor roots were looked at.'] };
  return bearingAllSeen(looked)
    ? { band: 'no weakness seen', reasons: ['Every stem side, the collar and the forks were looked at.', ...notes] }
    : { band: PARTIAL.soundness, reasons: ['Not every stem side, the collar and the forks were looked at.', ...notes] };
}

/** Hidden decay: what the outside points to. A good crown never lowers it. */
export function hiddenDecay(library: Library, signs: readonly SignSeen[], looked: LookedAt): Judged {
  const found = fromSigns(library, 'hiddenDecay', signs);
  if (found.length > 0)
    return {
      band: HIDDEN_DECAY[worstOf(found)] ?? 'possible',
      reasons: [...reasonsOf(found), 'How far it reaches cannot be seen from outside.'],
    };
  if (!bearingAnySeen(looked)) return { band: NOT_JUDGED, reasons: ['Neither stem, collar, forks, branches nor roots were looked at.'] };
  return bearingAllSeen(looked)
    ? {
        band: 'none suspected',
        reasons: ['No pointer to decay on any stem side, the collar or the forks. A sound outside does not prove a sound inside.'],
      }
    : { band: PARTIAL.hiddenDecay, reasons: ['No pointer to decay on what was looked at.'] };
}

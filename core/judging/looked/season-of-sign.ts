import type { SignSeen } from '../../record/sign';
import type { Library, Sign, Taxon } from '../../knowledge';
import { monthsOf, recordMonths } from '../../time/season';
import type { AssessInput } from '../request';

const needs = (sign: Sign, what: Sign['season'][number]) => sign.season.includes(what);

/** Why the date explains a sign of the foliage on a tree that sheds its leaves, or null. */
function byTheDate(sign: Sign, taxon: Pick<Taxon, 'evergreen' | 'months'>, month: number): string | null {
  const leaf = monthsOf(taxon.months.leaf);
  if (taxon.evergreen || leaf.length === 0) return null;
  if (needs(sign, 'autumn') && (monthsOf(taxon.months.autumn).includes(month) || month === leaf.at(-1)))
    return 'It is autumn: this kind colours and drops its leaves now.';
  if (needs(sign, 'leafing-out') && month === leaf[0]) return 'It is still leafing out; look again in a month before calling it thin.';
  if (needs(sign, 'needs-leaf') && !leaf.includes(month)) return 'Out of leaf: this cannot be told until it leafs out.';
  return null;
}

/**
 * Why a sign of the foliage does not count at this date: out of leaf, leafing out, or autumn. Null where it counts, and where
 * the taxon is not known, since its leaf months are not either.
 */
export function explainedByDate(
  library: Library,
  seen: Pick<SignSeen, 'id'>,
  input: Pick<AssessInput, 'taxon' | 'day' | 'latitude'>,
): string | null {
  const sign = library.signs.find((s) => s.id === seen.id);
  const { taxon } = input;
  if (!sign || !taxon) return null;
  // Near the equator, and where nobody knows the latitude, a day may stand for several months: the date explains only what each explains.
  const said = recordMonths(input.day, input.latitude).map((month) => byTheDate(sign, taxon, month));
  return said.every((why) => why !== null) ? (said[Math.floor(said.length / 2)] ?? null) : null;
}

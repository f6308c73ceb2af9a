import type { SignSeen } from '../contracts/record';
import type { Library, Sign, Taxon } from '../knowledge';
import { monthsOf, recordMonth } from '../season';
import type { AssessInput } from './request';

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
export function explainedByDate(library: Library, seen: SignSeen, input: AssessInput): string | null {
  const sign = library.signs.find((s) => s.id === seen.id);
  const month = recordMonth(input.date, input.latitude);
  return sign && input.taxon && month !== null ? byTheDate(sign, input.taxon, month) : null;
}

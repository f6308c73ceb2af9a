import type { SignSeen } from '../../record/sign';
import type { Library, Sign, Taxon } from '../../knowledge';
import { monthsOf, recordMonths } from '../../time/season';
import { wordsIn } from '../../words/catalogue';
import type { AssessInput } from '../request';

const needs = (sign: Sign, what: Sign['season'][number]) => sign.season.includes(what);

/** What a date can explain of the foliage. */
type Explained = 'asideAutumn' | 'asideLeafingOut' | 'asideOutOfLeaf';

/** What the month explains of a sign of the foliage on a tree that sheds its leaves, or null. */
function byTheMonth(sign: Sign, taxon: Pick<Taxon, 'evergreen' | 'months'>, month: number): Explained | null {
  const leaf = monthsOf(taxon.months.leaf);
  if (taxon.evergreen || leaf.length === 0) return null;
  if (needs(sign, 'autumn') && (monthsOf(taxon.months.autumn).includes(month) || month === leaf.at(-1))) return 'asideAutumn';
  if (needs(sign, 'leafing-out') && month === leaf[0]) return 'asideLeafingOut';
  if (needs(sign, 'needs-leaf') && !leaf.includes(month)) return 'asideOutOfLeaf';
  return null;
}

/**
 * Why a sign of the foliage does not count at this date: out of leaf, leafing out, or autumn. Null where it counts, and where
 * the taxon is not known, since its leaf months are not either.
 */
export function explainedByDate(
  library: Library,
  seen: Pick<SignSeen, 'id'>,
  input: Pick<AssessInput, 'taxon' | 'day' | 'latitude' | 'language'>,
): string | null {
  const sign = library.signs.find((s) => s.id === seen.id);
  const { taxon } = input;
  if (!sign || !taxon) return null;
  // Near the equator, and where nobody knows the latitude, a day may stand for several months: the date explains only what each explains.
  const said = recordMonths(input.day, input.latitude).map((month) => byTheMonth(sign, taxon, month));
  const why = said.every((one) => one !== null) ? said[Math.floor(said.length / 2)] : null;
  return why ? wordsIn(input).looked[why] : null;
}

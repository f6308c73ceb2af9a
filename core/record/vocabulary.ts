import {
  genusOf,
  nearest,
  SIGN_FIELDS,
  signField,
  TRENDS,
  ZONES,
  type Library,
  type Sign,
  type SignField,
  type Taxon,
  type Zone,
} from '../knowledge';
import { Refusal } from '../problem/refusal';
import type { Look } from './look';
import { workEnds } from './ending';
import type { SignSeen } from './sign';

// Words of a record against the vocabulary: what it does not hold is refused, with the nearest word it does hold.

const nearestOf = (word: string, known: readonly string[]) => nearest(word, known) ?? 'none';

/** The zone of a word. @throws Refusal `unknown-zone` */
export function zoneOf(word: string, path: string): Zone {
  const zone = ZONES.find((known) => known === word);
  if (zone) return zone;
  throw new Refusal('unknown-zone', path, { word, nearest: nearestOf(word, ZONES) });
}

/** The library's sign of an id. @throws Refusal `unknown-sign` */
export function signOf(library: Pick<Library, 'signs'>, id: string, path: string): Sign {
  const sign = library.signs.find((s) => s.id === id);
  if (sign) return sign;
  throw new Refusal('unknown-sign', path, {
    word: id,
    nearest: nearestOf(
      id,
      library.signs.map((s) => s.id),
    ),
  });
}

/**
 * The taxon of a name, or null for a genus, a family or no name.
 * @throws Refusal `unknown-taxon` for a name that is neither in the library nor a genus or family of it
 */
export function taxonOf(library: Pick<Library, 'taxa'>, name: string | null | undefined, path = 'taxon'): Taxon | null {
  if (!name) return null;
  const found = library.taxa.find((taxon) => taxon.name === name);
  if (found) return found;
  const wider = new Set(library.taxa.flatMap((taxon) => [genusOf(taxon.name), taxon.family]));
  if (wider.has(name)) return null;
  const known = [...library.taxa.map((taxon) => taxon.name), ...wider];
  throw new Refusal('unknown-taxon', path, { word: name, nearest: nearestOf(name, known) });
}

/** Fields every sign may carry, whatever its file asks for: where on the stem, how it stands against last time, a note. */
const ANY_SIGN: readonly SignField[] = ['height', 'trend', 'note'];

/**
 * A sign against its file: its zone, its fields and their words.
 * @throws Refusal `unknown-sign`, `wrong-zone`, `unknown-field`, `unknown-word` or `no-work-ends`
 */
export function checkSign(library: Pick<Library, 'signs'>, seen: Omit<SignSeen, 'key'>, path: string): void {
  const sign = signOf(library, seen.id, `${path}.id`);
  if (!sign.zones.includes(seen.zone))
    throw new Refusal('wrong-zone', `${path}.zone`, { word: seen.zone, sign: sign.id, valid: sign.zones.join(', ') });
  if (seen.ended?.how === 'work' && !workEnds(sign, { ...seen, key: '' }))
    throw new Refusal('no-work-ends', `${path}.ended.how`, { sign: sign.label.toLowerCase() });
  for (const field of SIGN_FIELDS) {
    const value = seen[field];
    if (value === undefined) continue;
    const spec = sign.fields[field];
    const asked = Object.keys(sign.fields);
    if (!spec && !ANY_SIGN.includes(field))
      throw new Refusal('unknown-field', `${path}.${field}`, {
        word: field,
        sign: sign.id,
        nearest: nearestOf(field, asked),
        valid: asked.join(', ') || 'none',
      });
    const { is } = signField(field);
    const valid: readonly string[] = is === 'trend' ? TRENDS : (spec?.words ?? []);
    if ((is === 'word' || is === 'trend') && valid.length > 0 && !valid.includes(String(value)))
      throw new Refusal('unknown-word', `${path}.${field}`, {
        word: String(value),
        nearest: nearestOf(String(value), valid),
        valid: valid.join(', '),
      });
  }
}

/** A trait id. @throws Refusal `unknown-trait` */
export function checkTrait(library: Pick<Library, 'traits'>, word: string, path: string): void {
  const known = library.traits.map((trait) => trait.id);
  if (!known.includes(word)) throw new Refusal('unknown-trait', path, { word, nearest: nearestOf(word, known) });
}

/**
 * The words of a look beside its marks of identification: signs with their fields, signs looked for, traits specimens settle,
 * photographs that signs name.
 * @throws Refusal with the path of the first word that is not held
 */
export function checkLook(library: Pick<Library, 'signs' | 'traits'>, seen: Look, path: string): void {
  seen.signs.forEach((sign, i) => checkSign(library, sign, `${path}.signs[${i}]`));
  seen.absent.forEach((id, i) => void signOf(library, id, `${path}.absent[${i}]`));
  seen.cannotSee.forEach((trait, i) => checkTrait(library, trait, `${path}.cannotSee[${i}]`));
  seen.specimens.forEach((s, i) => s.settles.forEach((trait, j) => checkTrait(library, trait, `${path}.specimens[${i}].settles[${j}]`)));
  const pictures = new Set(seen.photos.map((photo) => photo.id));
  const keys = new Set<string>();
  seen.signs.forEach((sign, i) => {
    if (sign.photos?.some((id) => !pictures.has(id))) throw new Refusal('unknown-photo', `${path}.signs[${i}].photos`, {});
    if (keys.has(sign.key)) throw new Refusal('same-key', `${path}.signs[${i}].key`, { word: sign.key });
    keys.add(sign.key);
  });
}

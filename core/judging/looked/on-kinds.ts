import { genusOf, signNamed, type Library, type Sign } from '../../knowledge';
import type { SignSeen } from '../../record/sign';

/** What somebody who reads a sign on this kind has to know. @param name accepted name or genus, null where not known */
export const onThisKind = ({ onKinds }: Pick<Sign, 'onKinds'>, name: string | null): string[] =>
  name === null ? [] : onKinds.filter(({ taxa }) => taxa.includes(name) || taxa.includes(genusOf(name))).map(({ says }) => says);

/** The same for every sign that counts, each once. */
export const onKindsWords = (library: Pick<Library, 'signs'>, signs: readonly SignSeen[], name: string | null): string[] => [
  ...new Set(
    signs.flatMap(({ id }) => {
      const sign = signNamed(library, id);
      return sign ? onThisKind(sign, name) : [];
    }),
  ),
];

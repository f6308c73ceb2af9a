import { signLabel } from '@dendrix/core/words';
import { library } from '@/features/shell/library';

const SCALES: Record<string, string> = { vigour: 'the vigour', soundness: 'the structure', hiddenDecay: 'the hidden decay' };

/** What a point is, in words: "the bark texture", "the soundness", "this tree". A sign is named by its id where it is known. */
export function pointWords(point: string, signId?: string): string {
  const [kind, id = ''] = [point.slice(0, point.indexOf('/')), point.slice(point.indexOf('/') + 1)];
  if (point === 'name') return 'the name';
  if (kind === 'scale') return SCALES[id] ?? id;
  if (kind === 'trait') return `the ${(library.traits.find((trait) => trait.id === id)?.label ?? id).toLowerCase()}`;
  if (kind === 'sign') return signId ? `the ${signLabel(library, signId).toLowerCase()}` : 'a sign';
  return 'this tree';
}

import type { Scale } from '@dendrix/core/record';
import { signLabel, SCALE_WORDS } from '@dendrix/core/words';
import { library } from '@/features/shell/library';
import { t } from '@/words/talk';

/** What a point is, in words: "the bark texture", "the structure", "this tree". A sign is named by its id where it is known. */
export function pointWords(point: string, signId?: string): string {
  const [kind, id = ''] = [point.slice(0, point.indexOf('/')), point.slice(point.indexOf('/') + 1)];
  if (point === 'name') return t('theName');
  if (kind === 'scale') return t('the', { scale: SCALE_WORDS[id as Scale] });
  if (kind === 'trait') return t('theLabel', { label: (library.traits.find((trait) => trait.id === id)?.label ?? id).toLowerCase() });
  if (kind === 'sign') return signId ? t('theSignlabel', { signLabel: signLabel(library, signId).toLowerCase() }) : t('aSign');
  return t('thisTree');
}

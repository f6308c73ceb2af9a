import { Small } from '@/ui/text';
import { Remark } from '@/ui/surface';
import { useOthersAt } from './usePresence';

const listed = (names: readonly string[]) => (names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`);

/** Who else stands at the tree now; nothing where nobody does. */
export function AtTree({ tree }: { tree: string }) {
  const others = useOthersAt(tree);
  if (others.length === 0) return null;
  return (
    <Remark mood="second" title={`${listed(others)} ${others.length === 1 ? 'is' : 'are'} at this tree now`}>
      <Small className="text-ink">Both visits would be saved. Agree with your colleague who makes the visit.</Small>
    </Remark>
  );
}

import { useEffect, useRef } from 'react';
import type { View } from 'react-native';
import { t } from '@/words/ui';

const REACHABLE = t('aHrefButtonInputSelectTextarea');

/**
 * Makes a view behave as a dialog does (WAI-ARIA Authoring Practices, modal dialog): it takes the focus, keeps it while it is open,
 * closes by Escape, and gives the focus back to where it was.
 * @returns the ref of the view, which has the role dialog and is named
 */
export function useDialog(onClose: () => void) {
  const ref = useRef<View>(null);
  const close = useRef(onClose);
  close.current = onClose;
  useEffect(() => {
    const dialog = ref.current as unknown as HTMLElement | null;
    if (!dialog?.querySelectorAll) return;
    const before = document.activeElement as HTMLElement | null;
    dialog.tabIndex = -1;
    dialog.focus({ preventScroll: true });
    const listen = (event: KeyboardEvent) => {
      if (event.key === 'Escape') {
        event.preventDefault();
        event.stopPropagation();
        return close.current();
      }
      if (event.key !== 'Tab') return;
      const all = [...dialog.querySelectorAll<HTMLElement>(REACHABLE)].filter(
        (one) => !one.hasAttribute('disabled') && one.offsetParent !== null,
      );
      const [first, last] = [all[0], all.at(-1)];
      const at = document.activeElement;
      const outside = !dialog.contains(at);
      if (!first || !last) event.preventDefault();
      else if (event.shiftKey && (outside || at === first || at === dialog)) {
        event.preventDefault();
        last.focus();
      } else if (!event.shiftKey && (outside || at === last)) {
        event.preventDefault();
        first.focus();
      }
    };
    document.addEventListener('keydown', listen, true);
    return () => {
      document.removeEventListener('keydown', listen, true);
      before?.focus?.({ preventScroll: true });
    };
  }, []);
  return ref;
}

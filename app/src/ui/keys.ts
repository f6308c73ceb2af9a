import { t } from '@/words/ui';
// What a keyboard does to controls that are drawn and not built in, as the ARIA Authoring Practices have it: space chooses a radio, a box
// or a tab, and arrows go from one of a group to the next. They move the focus alone: an answer is given on purpose.

const CHOSEN_BY_SPACE = t('roleRadioRoleCheckboxRoleTab');
const GROUPS = t('roleRadiogroupRoleTablistRole');
const MEMBERS = t('roleRadioRoleTabRoleOption');
const STEPS: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };

function press(event: KeyboardEvent): void {
  const { target } = event;
  if (!(target instanceof Element) || event.altKey || event.ctrlKey || event.metaKey || event.defaultPrevented) return;
  if (event.key === ' ' && target.matches(CHOSEN_BY_SPACE) && target instanceof HTMLElement && target.tagName !== 'INPUT') {
    // Else the page would be turned by it.
    event.preventDefault();
    if (!event.repeat) target.click();
    return;
  }
  const step = STEPS[event.key];
  const group = step === undefined || !target.matches(MEMBERS) ? null : target.closest(GROUPS);
  if (!group || step === undefined) return;
  const members = [...group.querySelectorAll<HTMLElement>(MEMBERS)].filter((one) => one.tabIndex >= 0);
  const at = members.indexOf(target as HTMLElement);
  if (at < 0) return;
  event.preventDefault();
  members[(at + step + members.length) % members.length]?.focus();
}

/** Listens to the keyboard for the whole application. @returns a way to stop */
export function listenToKeys(): () => void {
  document.addEventListener('keydown', press);
  return () => document.removeEventListener('keydown', press);
}

import { HttpProblem } from './problem';

// Where a page of a list ends: the values by which the list is ordered, of its last item. The next page begins after them.

const APART = '~';

/** The form of each part of a cursor. */
const FORMS = { number: /^\d+$/, day: /^\d{4}-\d\d-\d\d$/, id: /^[0-9a-f-]{36}$/ } as const;
type Form = keyof typeof FORMS;

/** A cursor as it travels. */
export const cursorOf = (...parts: readonly (string | number)[]): string => parts.join(APART);

/** The parts of a cursor, each of its form. @throws HttpProblem 422 for what is no cursor of this list */
export function readCursor<const F extends readonly Form[]>(text: string, forms: F): { [K in keyof F]: string } {
  const parts = text.split(APART);
  if (parts.length !== forms.length || !forms.every((form, i) => FORMS[form].test(parts[i] ?? '')))
    throw new HttpProblem(422, 'Not understood', 'after: this is not a valid position in the list. Start again.', 'after');
  return parts as { [K in keyof F]: string };
}

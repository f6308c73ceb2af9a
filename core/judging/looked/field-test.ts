import type { SignSeen } from '../../record/sign';
import type { FieldTest, SignField } from '../../knowledge';

/** Whether a sign as seen meets every condition on its fields; a field that was not recorded meets none. */
export function meets(seen: SignSeen, when: Partial<Record<SignField, FieldTest>> | undefined): boolean {
  return Object.entries(when ?? {}).every(([field, test]) => {
    const value = seen[field as keyof SignSeen];
    if (value === undefined) return false;
    if (test.is) return test.is.includes(String(value));
    const number = Number(value);
    return (test.over === undefined || number > test.over) && (test.under === undefined || number < test.under);
  });
}

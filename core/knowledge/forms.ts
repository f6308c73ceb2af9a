import { FREQUENCIES, type Frequencies, type Frequency, type TraitRecord } from './frequency';
import { STAGES } from './stage';

/** Forms that gardens have made of a kind, by what they are like; a name of its own, such as a cultivar's, says no more of them. */
export const FORMS = [
  'columnar',
  'weeping',
  'mop-head',
  'clump',
  'contorted',
  'purple',
  'golden',
  'variegated',
  'thornless',
  'double',
] as const;
export type Form = (typeof FORMS)[number];

/** How common a form of a kind is in towns; none is how the kind always grows. */
export const FORM_FREQUENCIES = ['usually', 'sometimes', 'rarely'] as const satisfies readonly Frequency[];
export type Forms = Partial<Record<Form, (typeof FORM_FREQUENCIES)[number]>>;

/** What is seen on a form and not on the wild tree: trait and state. */
export const SHOWN_BY: Record<Form, readonly (readonly [trait: string, state: string])[]> = {
  columnar: [
    ['crown-shape', 'columnar'],
    ['branch-habit', 'ascending'],
  ],
  weeping: [
    ['crown-shape', 'weeping'],
    ['branch-habit', 'drooping'],
  ],
  'mop-head': [
    ['crown-shape', 'rounded'],
    ['branch-density', 'fine'],
    ['stem-growths', 'graft-line'],
  ],
  clump: [['habit', 'multi-stem']],
  contorted: [
    ['branch-habit', 'tortuous'],
    ['twig-line', 'zigzag'],
  ],
  purple: [['leaf-colour', 'purple']],
  golden: [['leaf-colour', 'golden']],
  variegated: [['leaf-colour', 'variegated']],
  thornless: [['twig-surface', 'smooth']],
  double: [['flower-fullness', 'double']],
};

const rarer = (a: Frequency | undefined, b: Frequency): boolean => a === undefined || FREQUENCIES.indexOf(a) > FREQUENCIES.indexOf(b);

/** Frequencies with one state holding at least so often. */
const withState = (held: Frequencies, state: string, often: Frequency): Frequencies =>
  rarer(held[state], often) ? { ...held, [state]: often } : held;

/**
 * The traits of a kind with what its forms show: a town plants the purple beech beside the green one, and the record tells both.
 * A trait that the record is silent on stays so.
 */
export function withForms(traits: Readonly<Record<string, TraitRecord>>, forms: Forms): Record<string, TraitRecord> {
  const out = { ...traits };
  for (const [form, often] of Object.entries(forms) as [Form, Frequency][]) {
    for (const [trait, state] of SHOWN_BY[form]) {
      const record = out[trait];
      if (record?.kind !== 'states') continue;
      const shown = Object.fromEntries(STAGES.map((stage) => [stage, withState(record[stage], state, often)]));
      out[trait] = { ...record, ...shown };
    }
  }
  return out;
}

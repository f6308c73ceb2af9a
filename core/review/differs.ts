import type { Difference } from '../contracts/api';
import { SCALES, type Judgement } from '../record/judgement';

/** Where the device judged otherwise than the whole record does; empty where it said nothing, or the same. */
export function differsFrom(device: Judgement | null, record: Judgement): Difference[] {
  if (device === null) return [];
  const pairs: Difference[] = [
    ...SCALES.map((scale): Difference => ({ what: scale, device: device[scale].band, record: record[scale].band })),
    { what: 'outlook', device: device.outlook, record: record.outlook },
    { what: 'risk', device: device.screening?.risk ?? 'not screened', record: record.screening?.risk ?? 'not screened' },
    { what: 'option', device: device.options[0]?.do ?? 'nothing', record: record.options[0]?.do ?? 'nothing' },
    { what: 'comeBack', device: device.comeBack.by, record: record.comeBack.by },
  ];
  return pairs.filter((pair) => pair.device !== pair.record);
}

const WHAT_WORDS: Record<Difference['what'], string> = {
  vigour: 'vigour',
  soundness: 'soundness',
  hiddenDecay: 'hidden decay',
  outlook: 'the outlook',
  risk: 'the field screening',
  option: 'what to do first',
  comeBack: 'when to come back',
};

/** Where the two judge otherwise, in sentences: what the phone said alone, and what the whole record says. */
export const differsWords = (differs: readonly Difference[]): string[] =>
  differs.map(({ what, device, record }) => `On ${WHAT_WORDS[what]} the phone alone said ${device}; the whole record says ${record}.`);

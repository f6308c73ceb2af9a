import type { Difference } from '../contracts/api';
import { SCALES, type Judgement } from '../record/judgement';
import { wordsIn, type Speech } from '../words/catalogue';

/** Where the device judged otherwise than the whole record does; empty where it said nothing, or the same. */
export function differsFrom(device: Judgement | null, record: Judgement, speech: Speech = {}): Difference[] {
  const { review: say } = wordsIn(speech);
  if (device === null) return [];
  const pairs: Difference[] = [
    ...SCALES.map((scale): Difference => ({ what: scale, device: device[scale].band, record: record[scale].band })),
    { what: 'outlook', device: device.outlook, record: record.outlook },
    { what: 'risk', device: device.screening?.risk ?? say.notScreened, record: record.screening?.risk ?? say.notScreened },
    { what: 'option', device: device.options[0]?.do ?? say.nothing, record: record.options[0]?.do ?? say.nothing },
    { what: 'comeBack', device: device.comeBack.by, record: record.comeBack.by },
  ];
  return pairs.filter((pair) => pair.device !== pair.record);
}

/** Where the two judge otherwise, in sentences: what the phone said alone, and what the whole record says. */
export const differsWords = (differs: readonly Difference[], speech: Speech = {}): string[] =>
  differs.map(({ what, device, record }) => wordsIn(speech).review.differs(what, device, record));

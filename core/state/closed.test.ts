// What a review closes, and what it agrees to: only on the visit it spoke of, whichever version of it.
import type { VisitView } from '../contracts/api';
import { look } from '../record/look';
import { readAsReviewed, wordKey } from './closed';

const WORD = { what: 'soundness' as const, to: 'weakness', why: 'no movement in a gale' };
const PLATE = { id: 'root-plate-lift', zone: 'roots', key: 'plate', trend: 'gone' };
const seen = look.parse({ day: '2026-06-01', overrules: [WORD], signs: [PLATE] });
const visit = (id: string, amends: string | null = null): Pick<VisitView, 'id' | 'amends' | 'look'> => ({ id, amends, look: seen });
const review = (visitId: string, closes: string[], verdict: 'confirm' | 'question' = 'confirm') => ({
  visitId,
  verdict,
  closes,
  reason: 'went there and pushed',
});
const first = visit('a');
const amended = visit('b', 'a');
const other = visit('c');
const all = [first, amended, other];
const word = (of: typeof first, reviews: ReturnType<typeof review>[]) => readAsReviewed(all, reviews)(of).overrules[0]?.agreed;

describe('a review', () => {
  it('agrees to a word of the visit it spoke of, in every version of it', () => {
    const agrees = [review('a', [wordKey(WORD)])];
    expect(word(first, agrees)).toBe('went there and pushed');
    expect(word(amended, agrees)).toBe('went there and pushed');
    expect(word(other, agrees)).toBeUndefined();
  });
  it('agrees to no other word', () => {
    expect(word(first, [review('a', [wordKey({ what: 'soundness', to: 'no weakness seen' })])])).toBeUndefined();
    expect(word(first, [review('a', [])])).toBeUndefined();
  });
  it('that asks a question agrees to nothing and closes nothing', () => {
    const asks = [review('a', [wordKey(WORD), 'plate'], 'question')];
    expect(readAsReviewed(all, asks)(first)).toEqual(seen);
  });
  it('closes a defect that the visit says is gone', () => {
    expect(readAsReviewed(all, [review('a', ['plate'])])(first).signs[0]?.ended).toEqual({ how: 'review', note: 'went there and pushed' });
  });
});

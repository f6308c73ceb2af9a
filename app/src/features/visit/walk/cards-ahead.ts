import { referenceCard } from '@dendrix/core/figures';
import { CARD_KINDS } from '@dendrix/core/knowledge';

/** Draws the first card of each kind while nothing else is to be done, so that none has to be waited for. */
export function drawCardsAhead(): () => void {
  const kinds = [...CARD_KINDS];
  let timer = setTimeout(function next() {
    const kind = kinds.shift();
    if (!kind) return;
    referenceCard(kind, FIRST_CARD);
    timer = setTimeout(next, BETWEEN_CARDS_MS);
  }, BETWEEN_CARDS_MS);
  return () => clearTimeout(timer);
}
const FIRST_CARD = 20;
const BETWEEN_CARDS_MS = 400;

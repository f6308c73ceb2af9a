import type { Step } from './step';

/** A picture may be kept in a store of its own; its row, its hash and its thumbnail stay with the record. */
export const pictures: Step = {
  name: '0008-pictures',
  statements: ['ALTER TABLE photos MODIFY picture MEDIUMBLOB NULL'],
};

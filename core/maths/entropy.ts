/** Entropy of a distribution, bits (Shannon 1948). The probabilities sum to 1; zeros count for nothing. */
export const entropy = (p: readonly number[] | Float64Array): number => {
  let h = 0;
  for (const x of p) if (x > 0) h -= x * Math.log2(x);
  return h;
};

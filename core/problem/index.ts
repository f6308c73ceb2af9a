// Refusals: a code, a place in the input and values; the one place where they become sentences.
export * from './refusal';

// Numbers with no tree in them: averages and outliers, trends, entropy, repeatable randomness.
export * from './readings';
export * from './trend';
export * from './entropy';
export * from './random';

// A day's work planned for the crews that do it: which trees, in which order, what each takes and needs, and why the others are left.
export * from './plan';

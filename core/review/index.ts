// Which visits most need to be reviewed, what a second reviewer is shown, and where two reviewers differ.
export * from './differs';
export * from './queue';
export * from './second-look';
export * from './beside';

import type { Band, Judged, Scale, Statement } from '../../record/judgement';

/** A band with its statements; the reasons are what they say. */
export const judgedAs = <S extends Scale>(band: Band<S>, statements: readonly Statement[]): Judged<S> => ({
  band,
  reasons: statements.map((statement) => statement.says),
  statements: [...statements],
});

import type { VisitRecord } from '../contracts/record';
import type { EarlierLook } from './request';

/** A kept visit as an earlier look: what change over time is told from. */
export const lookOf = (visit: {
  finishedAt: string;
  record: Pick<VisitRecord, 'looked' | 'signs' | 'measurements' | 'sounding'>;
}): EarlierLook => {
  const { looked, signs, measurements, sounding } = visit.record;
  return {
    date: visit.finishedAt.slice(0, 10),
    looked,
    signs,
    sounding,
    dbh: measurements.dbh?.m,
    height: measurements.height?.m,
    crownBase: measurements.crownBase?.m,
    breastHeight: measurements.breastHeight,
  };
};

// An earlier visit may bring the next one nearer, never put it off: what somebody wrote of a day long past says nothing of the tree of
// today that would let it wait. Common practice, no source.
import { ALL, judge, type Request } from '../testing/judge';
import { testLibrary } from '../testing/library';
import { sample } from '../testing/sample';

const DBH = { measurements: { dbh: { value: 50, unit: 'cm' } } };
const SIZES = { measurements: { ...DBH.measurements, height: { value: 20, unit: 'm' }, crownBase: { value: 4, unit: 'm' } } };
const DAYS = ['1900-01-01', '2016-05-01', '2025-12-01'];

describe('an earlier visit', () => {
  it.each([
    ['looked over', ALL],
    ['seen from one side', ['stem-n']],
    ['not looked at', []],
  ])('never moves the day to come back on, of a tree %s', (_words, looked) => {
    const later: string[] = [];
    for (const sign of [undefined, ...sample(testLibrary.signs, 15, looked.length)]) {
      const now: Request = { taxon: 'Quercus robur', date: '2026-06-03', looked, signs: [], ...DBH };
      if (sign) now.signs = [{ id: sign.id, zone: sign.zones[0] }];
      const alone = judge(now).comeBack.by;
      for (const date of DAYS)
        for (const earlier of [{}, { looked: ALL }, { looked: ['stem-n'], ...DBH }, { looked: ALL, ...SIZES }]) {
          const { by, because } = judge({ ...now, before: [{ date, looked: [], signs: [], ...earlier }] }).comeBack;
          if (by > alone) later.push(`${sign?.id} after ${date}: ${alone} became ${by}, ${because}`);
        }
    }
    expect(later).toEqual([]);
  });
});

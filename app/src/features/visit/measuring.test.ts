import { taxonNamed } from '@/features/shell/library';
import { readMeasurements } from './measuring';
import type { MeasureTyped } from './draft';

const typed = (part: Partial<MeasureTyped>): MeasureTyped => ({
  stems: [''],
  heightHow: 'angles',
  height: '',
  distance: '',
  top: '',
  base: '',
  angleUnit: 'deg',
  crownBase: '',
  ...part,
});
const girth = { units: 'metric', stem: 'girth', breastHeight: 1.3 } as const;
const oak = taxonNamed('Quercus rubra');

describe('what was typed at the tree', () => {
  it('girth becomes diameter; a unit that is written wins', () => {
    expect(readMeasurements(typed({ stems: ['100'] }), girth, null, null).values.dbh?.m).toBeCloseTo(1 / Math.PI, 9);
    expect(readMeasurements(typed({ stems: ['40 in'] }), girth, null, null).values.dbh?.m).toBeCloseTo((40 * 0.0254) / Math.PI, 9);
    expect(
      readMeasurements(typed({ stems: ['12'] }), { units: 'feet', stem: 'diameter', breastHeight: 1.37 }, null, null).values.dbh?.m,
    ).toBeCloseTo(0.3048, 9);
  });
  it('several stems stand for one', () => {
    const { values } = readMeasurements(typed({ stems: ['30', '40', ''] }), { ...girth, stem: 'diameter' }, null, null);
    expect(values.dbh?.m).toBeCloseTo(0.5, 9);
    expect(values.stems).toHaveLength(2);
  });
  it('asks about what is implausible, and refuses nothing', () => {
    const { questions, values } = readMeasurements(typed({ stems: ['900'] }), girth, oak, { dbh: 0.5, years: 2 });
    expect(questions.join(' ')).toMatch(/stouter than Quercus rubra/);
    expect(questions.join(' ')).toMatch(/very fast/);
    expect(values.dbh).toBeDefined();
    expect(readMeasurements(typed({ stems: ['100'] }), girth, oak, { dbh: 0.5, years: 2 }).questions.join(' ')).toMatch(/do not shrink/);
  });
  it('says what is no number, in a sentence, and keeps the rest', () => {
    const { problems, values } = readMeasurements(
      typed({ stems: ['x'], distance: '20', top: '38', base: 'low', crownBase: '4' }),
      girth,
      null,
      null,
    );
    expect(problems.stems).toMatch(/no length/);
    expect(problems.base).toMatch(/no angle/);
    expect(values.crownBase?.m).toBe(4);
  });
  it('the crown cannot start above the top', () => {
    expect(readMeasurements(typed({ heightHow: 'typed', height: '10', crownBase: '12' }), girth, null, null).problems.crownBase).toMatch(
      /above the top/,
    );
  });
});

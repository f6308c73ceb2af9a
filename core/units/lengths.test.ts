import convert from 'convert-units';
import fc from 'fast-check';
import { BREAST_HEIGHTS } from '../measuring/stem';
import { parseLength } from './units';
import { lengthInWords, paceInWords, readingHeightWords, stemWords, systemOf, treeWords, UNIT_SYSTEMS } from './lengths';

const length = fc.double({ min: 0.001, max: 80, noNaN: true });

describe('lengths in words', () => {
  it.each([
    [0.008, '8 mm', '0.3 in'],
    [0.14, '14 cm', '5.5 in'],
    [2.1, '2.1 m', '6.9 ft'],
    [12, '12.0 m', '39 ft'],
  ])('%d m as a tape is read: %s, %s', (m, metric, feet) => {
    expect(lengthInWords(m, 'metric')).toBe(metric);
    expect(lengthInWords(m, 'feet')).toBe(feet);
  });
  it('the usual breast heights: 1.37 m is the 4.5 ft of North American practice (from memory)', () => {
    expect(BREAST_HEIGHTS.map((h) => readingHeightWords(h, 'metric'))).toEqual(['1.3 m', '1.37 m', '1.4 m', '1.5 m']);
    expect(BREAST_HEIGHTS.map((h) => readingHeightWords(h, 'feet'))).toEqual(['4.3 ft', '4.5 ft', '4.6 ft', '4.9 ft']);
  });
  it('read back they differ by no more than half of their last digit', () => {
    fc.assert(
      fc.property(length, fc.constantFrom(...UNIT_SYSTEMS), (m, units) => {
        for (const words of [lengthInWords(m, units), treeWords(m, units), stemWords(m, units)]) {
          const [number = '', unit = ''] = words.split(' ');
          const last = 10 ** -(number.split('.')[1]?.length ?? 0);
          const half = convert(last / 2)
            .from(unit)
            .to('m');
          expect(Math.abs((parseLength(words, 'm') ?? NaN) - m)).toBeLessThanOrEqual(half + 1e-9);
        }
      }),
    );
  });
  it('feet people read inches and feet alone, others neither', () => {
    fc.assert(
      fc.property(length, (m) => {
        for (const say of [lengthInWords, treeWords, stemWords, paceInWords]) {
          expect(say(m, 'feet')).toMatch(/^\d+(\.\d+)? (in|ft)\b/);
          expect(say(m, 'metric')).toMatch(/^\d+(\.\d+)? (mm|cm|m)\b/);
        }
      }),
    );
  });
  it.each([
    ['in', 'feet'],
    ['feet', 'feet'],
    ['yd', 'feet'],
    ['m', 'metric'],
    ['mm', 'metric'],
    ['stone', 'metric'],
  ])('a reading in %s belongs to %s', (unit, system) => expect(systemOf(unit)).toBe(system));
  it.each([
    [0.0054, '5.4 mm a year', '0.21 in a year'],
    [-0.12, '12 cm a year', '4.7 in a year'],
    [2, '2.0 m a year', '6.6 ft a year'],
  ])('%d m a year: %s, %s', (pace, metric, feet) => {
    expect(paceInWords(pace, 'metric')).toBe(metric);
    expect(paceInWords(pace, 'feet')).toBe(feet);
  });
});

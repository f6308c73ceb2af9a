import fc from 'fast-check';
import GPS from 'gps';
import { measure } from '../measuring/tasks';
import { distance } from '../geo/distance';
import { averagePosition, type Fix } from '../geo/position';
import { checksum, ggaSentence, readSentence } from '../devices/nmea';
import { digitalTape, drill, hypsometer, receiver } from './simulators';
import { normal, randomFrom, seedOf } from '../maths/random';
import { readProfile } from '../devices/drill';

// The receiver's language is checked against the reference library gps and the example sentence of NMEA 0183 handbooks.

const HERE = { latitude: 45.6234, longitude: -31.2087 };
const fixes = (lines: readonly string[]): Fix[] =>
  lines.flatMap((line) => {
    const read = readSentence(line);
    return read.kind === 'fix' ? [read.fix] : [];
  });
const take = (generator: Generator<string>, n: number) => Array.from({ length: n }, () => String(generator.next().value));

describe('NMEA 0183', () => {
  const EXAMPLE = '$GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,*47';
  it('reads the example that handbooks print', () => {
    const read = readSentence(EXAMPLE);
    expect(read).toMatchObject({ kind: 'fix', fix: { hdop: 0.9, satellites: 8, altitude: 545.4, time: '12:35:19' } });
    if (read.kind !== 'fix') throw new Error('no fix');
    expect(read.fix.latitude).toBeCloseTo(48 + 7.038 / 60, 9);
    expect(read.fix.longitude).toBeCloseTo(11 + 31 / 60, 9);
    expect(checksum(EXAMPLE.slice(1, -3))).toBe('47');
  });
  it('what it writes, the reference library reads the same', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -89.9, max: 89.9, noNaN: true }),
        fc.double({ min: -179.9, max: 179.9, noNaN: true }),
        (latitude, longitude) => {
          const line = ggaSentence({ latitude, longitude, hdop: 1.2, satellites: 7, altitude: 3, time: '10:20:30' });
          const theirs = GPS.Parse(line) as unknown as { valid: boolean; lat: number; lon: number; satellites: number; hdop: number };
          expect(theirs.valid).toBe(true);
          const [ours] = fixes([line]);
          expect(ours?.latitude).toBeCloseTo(theirs.lat, 6);
          expect(ours?.longitude).toBeCloseTo(theirs.lon, 6);
          // Four decimals of a minute are 0.2 m at most.
          expect(Math.abs((ours?.latitude ?? 0) - latitude)).toBeLessThan(1e-6);
          expect(theirs).toMatchObject({ satellites: 7, hdop: 1.2 });
        },
      ),
    );
  });
  it.each([
    ['$GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,*48', 'bad'],
    ['$GPGGA,123519,,,,,0,00,,,M,,M,,*6B', 'no-fix'],
    ['$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6A', 'other'],
    ['GPGGA,1', 'bad'],
    ['', 'bad'],
    ['$GPGGA,123519,9907.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,', 'bad'],
  ])('%s is %s', (line, kind) => expect(readSentence(line).kind).toBe(kind));
  it('sixty minutes are never written', () => {
    const line = ggaSentence({ latitude: 45.99999999, longitude: -31.99999999, hdop: 1, satellites: 5, altitude: 0, time: null });
    expect(line).toMatch(/4600\.0000,N,03200\.0000,W/);
  });
});

describe('averaging fixes', () => {
  it('finds the place under a canopy within a few metres, leaves the jumps out, and its spread holds', () => {
    const off: number[] = [];
    let left = 0;
    for (let seed = 1; seed <= 60; seed++) {
      const at = averagePosition(fixes(take(receiver(HERE, 0.8, 36_000, randomFrom(seed)), 90)));
      off.push(distance(HERE, at) / at.plusMinus);
      left += at.leftOut;
    }
    expect(left).toBeGreaterThan(60);
    // A ± is one standard deviation: most of the true places lie within two of them.
    expect(off.filter((o) => o < 2.5).length / off.length).toBeGreaterThan(0.8);
  });
  it('under a canopy fixes scatter wider than in the open', () => {
    const spread = (canopy: number) => averagePosition(fixes(take(receiver(HERE, canopy, 0, randomFrom(5)), 300))).spread;
    expect(spread(1)).toBeGreaterThan(1.5 * spread(0));
  });
  it('one far fix among many does not move the mean', () => {
    const still = Array.from({ length: 20 }, (_, i): Fix => ({
      latitude: HERE.latitude + 1e-6 * (i % 5),
      longitude: HERE.longitude + 1e-6 * (i % 3),
      hdop: 1,
      satellites: 9,
      altitude: 0,
      time: null,
    }));
    const jumped = averagePosition([...still, { ...still[0], latitude: HERE.latitude + 0.001 } as Fix]);
    expect(jumped.leftOut).toBe(1);
    expect(distance(averagePosition(still), jumped)).toBeLessThan(0.05);
  });
  it('a fix of worse dilution weighs less', () => {
    const at = (hdop: number, east: number): Fix => ({
      latitude: HERE.latitude,
      longitude: HERE.longitude + east,
      hdop,
      satellites: 6,
      altitude: 0,
      time: null,
    });
    const mean = averagePosition([at(1, 0), at(2, 1e-5)]);
    // Weights 1 and 1/4: a fifth of the way.
    expect((mean.longitude - HERE.longitude) / 1e-5).toBeCloseTo(0.2, 3);
  });
  it('is the task "position" of the command line, told line by line', () => {
    const nmea = ['$GPRMC,x', ...take(receiver(HERE, 0.5, 0, randomFrom(3)), 60), 'half a li'].join('\r\n');
    const answer = measure({ do: 'position', nmea });
    expect(answer.latitude).toBeCloseTo(HERE.latitude, 3);
    expect(answer.warnings.join(' ')).toMatch(/1 lines could not be read/);
  });
  it('no fix is no place', () => expect(() => averagePosition([])).toThrow(RangeError));
});

describe('the resistance drill', () => {
  it('reads the sound shell of a hollow stem to within a centimetre, whatever the noise', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.03, max: 0.18, noNaN: true }), fc.integer({ min: 1, max: 5000 }), (shell, seed) => {
        const reading = readProfile(drill({ radius: 0.3, bark: 0.015, shell, edge: 0.015 }, randomFrom(seed)));
        expect(reading.decayMet).toBe(true);
        expect(Math.abs(reading.shell - shell)).toBeLessThan(0.012);
        expect(Math.abs(reading.bark - 0.015)).toBeLessThan(0.006);
      }),
    );
  });
  it('a sound stem has no soft wood on the line', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const reading = readProfile(drill({ radius: 0.3, bark: 0.012, shell: 0.3, edge: 0.02 }, randomFrom(seed)));
      expect(reading.decayMet).toBe(false);
      expect(reading.shell).toBeGreaterThan(0.29);
    }
  });
  it('a gradual edge is read with a wider ±', () => {
    const plusMinus = (edge: number) => readProfile(drill({ radius: 0.3, bark: 0.01, shell: 0.1, edge }, randomFrom(9))).plusMinus;
    expect(plusMinus(0.08)).toBeGreaterThan(plusMinus(0.01));
  });
  it('a short dip is no decay: a crack or a pocket of resin', () => {
    const profile = drill({ radius: 0.25, bark: 0.01, shell: 0.25, edge: 0.02 }, randomFrom(2));
    for (let i = 100; i < 106; i++) profile.resistance[i] = 2;
    expect(readProfile(profile).decayMet).toBe(false);
  });
  it('is the task "drill-profile", with shell over radius when the diameter is given', () => {
    const { step, resistance } = drill({ radius: 0.3, bark: 0.012, shell: 0.07, edge: 0.01 }, randomFrom(4));
    const answer = measure({ do: 'drill-profile', step: { value: step * 1000, unit: 'mm' }, resistance, dbh: { value: 60, unit: 'cm' } });
    expect(answer.ratio).toBeCloseTo(0.07 / 0.3, 1);
    expect(answer.warnings.join(' ')).toMatch(/Under 0\.3/);
  });
});

describe('other simulated devices', () => {
  it('the hypsometer scatters about the true height by decimetres', () => {
    const random = randomFrom(11);
    const heights = Array.from({ length: 400 }, () => {
      const { top, base } = hypsometer({ height: 21 }, { distance: 25, eyeHeight: 1.6 }, random);
      return top.distance * Math.sin(top.angle) - base.distance * Math.sin(base.angle);
    });
    const mean = heights.reduce((a, b) => a + b, 0) / heights.length;
    expect(Math.abs(mean - 21)).toBeLessThan(0.03);
    expect(Math.max(...heights) - Math.min(...heights)).toBeGreaterThan(0.2);
    expect(Math.max(...heights.map((h) => Math.abs(h - 21)))).toBeLessThan(0.6);
  });
  it('a tape reads to the millimetre and errs on the large side', () => {
    const random = randomFrom(12);
    const girths = Array.from({ length: 400 }, () => digitalTape(1.5, random));
    expect(girths.every((g) => Math.abs(g * 1000 - Math.round(g * 1000)) < 1e-9)).toBe(true);
    expect(girths.reduce((a, b) => a + b, 0) / girths.length).toBeGreaterThan(1.5);
  });
  it('the same seed gives the same readings, another gives others', () => {
    const of = (seed: number) => take(receiver(HERE, 0.5, 0, randomFrom(seed)), 3);
    expect(of(seedOf('a tree'))).toEqual(of(seedOf('a tree')));
    expect(of(seedOf('a tree'))).not.toEqual(of(seedOf('another')));
  });
  it('the normal numbers have mean nought and spread one', () => {
    const random = randomFrom(1);
    const drawn = Array.from({ length: 20_000 }, () => normal(random));
    const mean = drawn.reduce((a, b) => a + b, 0) / drawn.length;
    expect(Math.abs(mean)).toBeLessThan(0.03);
    expect(Math.sqrt(drawn.reduce((a, b) => a + b * b, 0) / drawn.length)).toBeCloseTo(1, 1);
  });
});

import { holdLeading } from '@/data/library';
import { dayThere, todayIso, zoneAt } from './today';

const town = (id: string, latitude: number, longitude: number, timeZone: string) => ({ id, name: id, latitude, longitude, timeZone });
const AUCKLAND = { latitude: -36.8, longitude: 174.8 };
const KIRITIMATI = { latitude: 1.9, longitude: -157.4 };
const LOS_ANGELES = { latitude: 34.1, longitude: -118.2 };

describe('a day is the day of the place, wherever the device thinks it is', () => {
  it('is by the clock of the device while the districts are not here', () => expect(() => todayIso()).not.toThrow());
  describe('of a town with districts far apart', () => {
    beforeAll(() =>
      holdLeading({
        version: 'v',
        taxa: [],
        districts: [
          town('a', AUCKLAND.latitude, AUCKLAND.longitude, 'Pacific/Auckland'),
          town('k', KIRITIMATI.latitude, KIRITIMATI.longitude, 'Pacific/Kiritimati'),
          town('l', LOS_ANGELES.latitude, LOS_ANGELES.longitude, 'America/Los_Angeles'),
        ],
      }),
    );
    it.each([
      ['Auckland', AUCKLAND, '2026-06-14T11:30:00.000Z', '2026-06-14'],
      ['Kiritimati', KIRITIMATI, '2026-06-14T11:30:00.000Z', '2026-06-15'],
      ['Los Angeles', LOS_ANGELES, '2026-06-15T06:30:00.000Z', '2026-06-14'],
    ])('a tree in %s has its own today', (_name, place, instant, day) => {
      expect(todayIso(place, new Date(instant))).toBe(day);
      expect(dayThere(instant, place)).toBe(day);
    });
    it('what is of no tree is of the day of the first district', () => {
      expect(zoneAt()).toBe('Pacific/Auckland');
      expect(todayIso(undefined, new Date('2026-06-14T12:30:00.000Z'))).toBe('2026-06-15');
    });
  });
});

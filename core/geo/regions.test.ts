// The grid against the open outlines it was drawn from, and against places whose region anybody knows.
import { randomFrom } from '../maths/random';
import { regionsAt } from './regions';
import { ROWS } from './region-grid';

describe('the region of a place', () => {
  // World Geographical Scheme for Recording Plant Distributions (Brummitt 2001), level 2; from memory.
  it.each([
    ['the Midlands of England', 52.6, -1.5, 10],
    ['Bavaria', 48.8, 11.6, 11],
    ['the Cévennes', 44.2, 3.6, 12],
    ['Tuscany', 43.4, 11.2, 13],
    ['the upper Volga', 56.5, 36.0, 14],
    ['the Canaries', 28.3, -16.6, 21],
    ['Anatolia', 39.2, 33.0, 34],
    ['Yunnan', 25.0, 101.5, 36],
    ['Honshu', 36.2, 138.5, 38],
    ['Assam', 26.3, 92.8, 40],
    ['the middle of Australia', -23.7, 133.9, 50],
    ['Tasmania', -42.0, 146.6, 50],
    ['the South Island', -43.9, 171.0, 51],
    ['Saskatchewan', 52.1, -106.6, 71],
    ['Nova Scotia', 45.0, -63.0, 72],
    ['Oregon', 44.0, -121.0, 73],
    ['Wisconsin', 44.5, -89.8, 74],
    ['Ohio', 40.3, -82.8, 75],
    ['California', 36.8, -119.7, 76],
    ['Texas', 31.0, -99.0, 77],
    ['Georgia, U.S.A.', 32.8, -83.4, 78],
    ['Oaxaca', 17.0, -96.7, 79],
    ['Rio de Janeiro', -22.5, -43.2, 84],
    ['the Pampas', -35.0, -62.0, 85],
    ['Natal', -29.5, 30.3, 27],
  ])('%s', (_name, latitude, longitude, code) => expect(regionsAt({ latitude, longitude })[0]).toBe(code));
  it('near a border both sides are told, the own first', () => {
    const codes = regionsAt({ latitude: 49.0, longitude: 8.05 });
    expect(codes).toEqual(expect.arrayContaining([11, 12]));
  });
  it('is nowhere in the middle of an ocean, and holds across the date line', () => {
    expect(regionsAt({ latitude: 45.6, longitude: -31.2 })).toEqual([]);
    expect(regionsAt({ latitude: 66.5, longitude: 180 })).toEqual(regionsAt({ latitude: 66.5, longitude: -180 }));
  });
  it('every line of the grid is whole', () => {
    for (const row of ROWS) {
      const sum = row.split(' ').reduce((cells, run) => cells + Number(run.split('*')[1] ?? 1), 0);
      expect(sum).toBe(720);
    }
  });
  it('answers for any place without stumbling', () => {
    const random = randomFrom(3);
    for (let i = 0; i < 2000; i++) {
      const codes = regionsAt({ latitude: random() * 180 - 90, longitude: random() * 360 - 180 });
      expect(new Set(codes).size).toBe(codes.length);
    }
  });
});

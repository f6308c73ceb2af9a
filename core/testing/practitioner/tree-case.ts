import type { Observation } from '../../record/observation';

// Trees as a person with a flora in the hand would tick them, written before the records and rules they check. The works are
// named; the marks are told from memory of them and not compared with the page, so a wrong mark here is ours.

/** Where a tree of a case stands. */
export interface Place {
  latitude: number;
  longitude: number;
}

/** One tree as it was seen, and what it is. */
export interface TreeCase {
  truth: string;
  date: string;
  place: Place;
  planted: boolean;
  source: string;
  /** "trait=state" or "trait=number", apart by spaces; every mark is sure and from the tree or a twig of it. */
  marks: string;
}

export const FNA = 'Flora of North America (from memory)';
export const FE = 'Flora Europaea (from memory)';
export const FOC = 'Flora of China (from memory)';
export const FOA = 'Flora of Australia (from memory)';
export const STACE = 'Stace, New Flora of the British Isles (from memory)';
export const SILVICS = 'Silvics of North America, Agriculture Handbook 654 (from memory)';
export const TRADE = 'common practice, no source';

export const at = (latitude: number, longitude: number): Place => ({ latitude, longitude });
export const ENGLAND = at(51.8, -1.2);
export const GERMANY = at(50.1, 8.7);
export const FRANCE = at(44.8, 2.5);
export const ITALY = at(42.5, 12.3);
export const GREECE = at(38.4, 22.5);
export const SWEDEN = at(57.7, 14.2);
export const OHIO = at(40.1, -82.9);
export const NEW_ENGLAND = at(42.9, -72.3);
export const GEORGIA = at(32.9, -83.4);
export const TEXAS = at(30.4, -97.6);
export const CALIFORNIA = at(34.1, -117.9);
export const ARIZONA = at(33.3, -111.8);
export const OREGON = at(44.6, -123.1);
export const FLORIDA = at(27.6, -81.6);
export const VICTORIA = at(-37.7, 145.2);
export const SYDNEY_HILLS = at(-33.6, 150.8);
export const NORTHERN_TERRITORY = at(-23.6, 133.7);
export const NEW_ZEALAND = at(-37.4, 175.6);
export const JAPAN = at(36.2, 138.5);
export const EAST_CHINA = at(31.6, 119.5);
export const CHILE = at(-39.8, -72.6);
export const ARGENTINA = at(-34.2, -59.2);

export const tree = (truth: string, date: string, place: Place, planted: boolean, source: string, marks: string): TreeCase => ({
  truth,
  date,
  place,
  planted,
  source,
  marks,
});

/** The marks of a case as observations: a number where what follows the sign is one, a state otherwise. */
export const marksOf = (marks: string): Pick<Observation, 'trait' | 'state' | 'value'>[] =>
  marks.split(' ').map((mark) => {
    const [trait = '', value = ''] = mark.split('=');
    return Number.isFinite(Number(value)) ? { trait, value: Number(value) } : { trait, state: value };
  });

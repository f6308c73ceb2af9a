import { type Judgement } from '../record/judgement';
// One look at one tree, judged; a test says only what differs from the usual.
import { assess } from '../judging/assess';
import { assessRequest, toAssessInput } from '../judging/request';
import { ZONES } from '../knowledge';
import { testLibrary } from './library';

export type Request = Record<string, unknown>;

export const ALL = [...ZONES];
export const m = (value: number) => ({ value, unit: 'm' });
export const cm = (value: number) => ({ value, unit: 'cm' });

const districtOf = (id: string) => testLibrary.districts.find((d) => d.id === id);

/** A grown tree in July, not named and not looked at unless the request says so. */
export const judge = (request: Request = {}, district = 'quillhaven'): Judgement =>
  assess(
    testLibrary,
    toAssessInput(testLibrary, assessRequest.parse({ date: '2026-07-01', latitude: 46, lifeStage: 'mature', ...request }), '2027-12-31'),
    districtOf(district),
  );

/** A grown red oak in July of which every part was looked at. */
export const judgeOak = (request: Request = {}): Judgement => judge({ taxon: 'Quercus rubra', looked: ALL, ...request });

/** Trees that differ in build, leaf and what befalls them; one known to its genus, one not named. For properties over all sorts of tree. */
export const ALL_SORTS = [
  'Quercus robur',
  'Fagus sylvatica',
  'Fraxinus excelsior',
  'Picea abies',
  'Phoenix canariensis',
  'Acer pseudoplatanus',
  'Ulmus',
  null,
] as const;
/** Place of a word on its scale; -1 for none. */
export const rankOf = (words: readonly string[], word: string | null | undefined) => words.indexOf(word ?? '');

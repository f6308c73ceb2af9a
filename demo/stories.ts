import type { Beneath } from '@dendrix/core/record';
import type { DemoSign } from './visit';
import type { Observation } from '@dendrix/core/record';
import type { Zone } from '@dendrix/core/knowledge';

/** One look in a story: how long ago, by whom, what was seen; and what a reviewer made of it. */
export interface Look {
  /** Days before the day of seeding. */
  daysAgo: number;
  by: string;
  signs?: DemoSign[];
  notLooked?: Zone[];
  mistaken?: Observation[];
  name?: string;
  traits?: string[];
  crownBaseShare?: number;
  note?: string;
  beneath?: Beneath[];
  review?: { by: string; verdict: 'confirm' | 'question' | 'overturn'; reason: string; taxon?: string; secondLook?: string };
}

/** A tree of a taxon at a place, watched over years. */
export interface Story {
  taxon: string;
  place: string;
  looks: Look[];
}

const WEST: Zone[] = ['stem-w', 'stem-nw', 'stem-sw'];
const sure = (trait: string, state: string): Observation => ({ trait, state, certainty: 'sure', source: 'tree' });
const confirm = (by: string, reason = 'Agrees on bark and twig.') => ({ by, verdict: 'confirm' as const, reason });

/** Defects that grow, names that were disputed, signs that were normal after all. */
export const STORIES: readonly Story[] = [
  {
    taxon: 'Celtis occidentalis',
    place: 'Saltmarket Row',
    looks: [
      {
        daysAgo: 1420,
        by: 'jory',
        signs: [{ id: 'cavity', zone: 'stem-se', height: 1.4, opening: 0.03 }],
        notLooked: ['stem-nw'],
        review: confirm('tomas'),
      },
      {
        daysAgo: 1060,
        by: 'adaeze',
        signs: [{ id: 'cavity', zone: 'stem-se', height: 1.4, opening: 0.05, trend: 'larger' }],
        notLooked: WEST,
        review: confirm('marit'),
      },
      {
        daysAgo: 690,
        by: 'jory',
        signs: [
          { id: 'cavity', zone: 'stem-se', height: 1.4, opening: 0.08, trend: 'larger' },
          { id: 'witches-broom', zone: 'crown-mid', count: 3 },
        ],
        notLooked: WEST,
      },
      {
        daysAgo: 330,
        by: 'luk',
        signs: [{ id: 'cavity', zone: 'stem-se', height: 1.4, opening: 0.11, trend: 'larger' }],
        notLooked: [...WEST, 'stem-n'],
        review: confirm('tomas', 'Name holds. The west side has not been seen for years; go round.'),
      },
      {
        daysAgo: 181,
        by: 'adaeze',
        signs: [
          { id: 'cavity', zone: 'stem-se', height: 1.4, opening: 0.14, trend: 'larger' },
          { id: 'loose-bark', zone: 'stem-se', height: 1.6, cover: 8 },
        ],
        notLooked: WEST,
        beneath: [
          { what: 'people-staying', howOften: 'frequent' },
          { what: 'parked-cars', howOften: 'frequent' },
        ],
        note: 'Bus stop beneath.',
      },
    ],
  },
  {
    taxon: 'Fagus grandifolia',
    place: 'Foundling Park',
    looks: [
      { daysAgo: 1190, by: 'adaeze', signs: [{ id: 'pockmarks', zone: 'stem-n', cover: 5 }], review: confirm('tomas') },
      {
        daysAgo: 800,
        by: 'luk',
        signs: [
          { id: 'pockmarks', zone: 'stem-n', cover: 15 },
          { id: 'pockmarks', zone: 'stem-ne', cover: 10 },
        ],
        review: confirm('marit'),
      },
      {
        daysAgo: 372,
        by: 'jory',
        signs: [
          { id: 'pockmarks', zone: 'stem-n', cover: 30 },
          { id: 'pockmarks', zone: 'stem-ne', cover: 20 },
          { id: 'canker', zone: 'stem-n', kind: 'perennial', height: 2.1, width: 0.08, length: 0.2 },
        ],
      },
    ],
  },
  {
    taxon: 'Ulmus americana',
    place: 'Mill Race Road',
    looks: [
      { daysAgo: 850, by: 'luk', signs: [], review: confirm('marit') },
      {
        daysAgo: 125,
        by: 'jory',
        signs: [
          { id: 'wilting', zone: 'crown-top', percent: 10 },
          { id: 'discoloured-foliage', zone: 'crown-top', percent: 10 },
        ],
      },
      {
        daysAgo: 62,
        by: 'adaeze',
        signs: [
          { id: 'wilting', zone: 'crown-top', percent: 25 },
          { id: 'wilting', zone: 'crown-mid', percent: 10 },
          { id: 'early-leaf-drop', zone: 'crown-top', percent: 30 },
        ],
        note: 'Brown streaks in a cut twig; sample bagged for the laboratory.',
        review: {
          by: 'tomas',
          verdict: 'question',
          reason: 'Which branch was sampled, and from which side? Laboratory needs the compass side.',
        },
      },
      {
        daysAgo: 29,
        by: 'luk',
        signs: [
          { id: 'wilting', zone: 'crown-top', percent: 35 },
          { id: 'wilting', zone: 'crown-mid', percent: 20 },
          { id: 'tip-dieback', zone: 'crown-top', percent: 25 },
          { id: 'early-leaf-drop', zone: 'crown-top', percent: 60 },
        ],
      },
    ],
  },
  {
    taxon: 'Platanus × acerifolia',
    place: 'Heron Quay',
    looks: [
      {
        daysAgo: 1300,
        by: 'luk',
        name: 'Acer pseudoplatanus',
        traits: ['leaf-lobes', 'leaf-type', 'bark-colour'],
        mistaken: [sure('leaf-shape', 'maple')],
        review: {
          by: 'tomas',
          verdict: 'overturn',
          taxon: 'Platanus × acerifolia',
          secondLook: 'Platanus × acerifolia',
          reason: 'Buds alternate with one cap, bark in a mosaic: a plane. The leaf alone misled.',
        },
      },
      {
        daysAgo: 700,
        by: 'jory',
        signs: [
          { id: 'loose-bark', zone: 'stem-s', cover: 30 },
          { id: 'burl', zone: 'stem-e', height: 1, width: 0.3 },
        ],
        review: confirm('tomas', 'Peeling is how a plane grows; set aside rightly.'),
      },
      { daysAgo: 368, by: 'adaeze', signs: [{ id: 'loose-bark', zone: 'stem-s', cover: 25 }], notLooked: ['stem-n', 'roots'] },
    ],
  },
  {
    taxon: 'Acer saccharinum',
    place: 'Mill Race Road',
    looks: [
      { daysAgo: 1010, by: 'adaeze', signs: [{ id: 'codominant-fork', zone: 'unions', height: 3, angle: 25 }], review: confirm('marit') },
      {
        daysAgo: 560,
        by: 'jory',
        signs: [
          { id: 'codominant-fork', zone: 'unions', height: 3, angle: 25 },
          { id: 'included-bark', zone: 'unions', height: 3, length: 0.3 },
        ],
        review: confirm('tomas'),
      },
      {
        daysAgo: 184,
        by: 'luk',
        signs: [
          { id: 'included-bark', zone: 'unions', height: 3, length: 0.4 },
          { id: 'seam', zone: 'unions', height: 2.6, length: 0.5 },
          { id: 'dead-branches', zone: 'crown-top', size: 'large', where: 'above-shade-line', percent: 8, count: 2 },
        ],
        beneath: [
          { what: 'road', howOften: 'frequent' },
          { what: 'parked-cars', howOften: 'constant' },
        ],
      },
    ],
  },
  {
    taxon: 'Fraxinus americana',
    place: 'Bellfounder Street',
    looks: [
      { daysAgo: 940, by: 'jory', signs: [], review: confirm('marit') },
      { daysAgo: 480, by: 'adaeze', signs: [{ id: 'tip-dieback', zone: 'crown-top', percent: 15 }], review: confirm('tomas') },
      {
        daysAgo: 178,
        by: 'luk',
        signs: [
          { id: 'tip-dieback', zone: 'crown-top', percent: 35 },
          { id: 'epicormic-stem', zone: 'stem-s', height: 2.5, count: 6 },
          { id: 'exit-holes', zone: 'stem-s', kind: 'd-shaped', width: 0.0035, count: 9, height: 1.7 },
        ],
        notLooked: ['stem-n', 'stem-nw'],
        beneath: [{ what: 'people-passing', howOften: 'occasional' }],
      },
    ],
  },
  {
    taxon: 'Tilia americana',
    place: 'Chandlers Walk',
    looks: [
      {
        daysAgo: 620,
        by: 'luk',
        name: 'Tilia cordata',
        review: { by: 'marit', verdict: 'question', reason: 'Leaf length was not taken. Over 10 cm would make it the American one.' },
      },
      { daysAgo: 90, by: 'adaeze', name: 'Tilia americana', mistaken: [], note: 'Leaves up to 15 cm on the lower branches.' },
    ],
  },
  {
    taxon: 'Jacaranda mimosifolia',
    place: 'Tidewater Avenue',
    looks: [
      {
        daysAgo: 640,
        by: 'adaeze',
        signs: [{ id: 'thin-crown', zone: 'crown-mid', percent: 30, part: 'whole' }],
        review: confirm('tomas', 'Between leaf fall and flush; normal.'),
      },
      { daysAgo: 300, by: 'jory', signs: [{ id: 'discoloured-foliage', zone: 'crown-mid', percent: 40 }], notLooked: ['collar'] },
    ],
  },
  {
    taxon: 'Acer pseudoplatanus',
    place: 'Ferry Street',
    looks: [
      { daysAgo: 760, by: 'jory', signs: [{ id: 'leaf-spots', zone: 'foliage', kind: 'tar-like', percent: 30 }], review: confirm('marit') },
      {
        daysAgo: 150,
        by: 'luk',
        signs: [
          { id: 'wilting', zone: 'crown-top', percent: 15 },
          { id: 'loose-bark', zone: 'stem-w', height: 2, cover: 25 },
          { id: 'exudate', zone: 'stem-w', kind: 'dark', height: 1.8 },
        ],
      },
    ],
  },
  {
    taxon: 'Quercus rubra',
    place: 'Northgate',
    looks: [
      { daysAgo: 1100, by: 'luk', signs: [{ id: 'mower-damage', zone: 'collar', percent: 8 }], review: confirm('tomas') },
      {
        daysAgo: 420,
        by: 'adaeze',
        signs: [
          { id: 'mower-damage', zone: 'collar', percent: 15 },
          { id: 'basal-conk', zone: 'collar', kind: 'bracket', width: 0.12, count: 1 },
        ],
        review: confirm('marit', 'Photographed from above and below; woody bracket.'),
      },
      {
        daysAgo: 186,
        by: 'jory',
        signs: [
          { id: 'basal-conk', zone: 'collar', kind: 'bracket', width: 0.2, count: 2 },
          { id: 'hollow-sound', zone: 'stem-s', height: 0.4, kind: 'drum' },
        ],
        beneath: [{ what: 'people-passing', howOften: 'frequent' }],
        note: 'Crown full and green.',
      },
    ],
  },
  {
    taxon: 'Celtis laevigata',
    place: 'Heron Quay',
    looks: [
      {
        daysAgo: 860,
        by: 'luk',
        name: 'Celtis occidentalis',
        review: {
          by: 'tomas',
          verdict: 'overturn',
          taxon: 'Celtis laevigata',
          secondLook: 'Celtis laevigata',
          reason: 'Leaf edge without teeth and smooth above; warts in patches with smooth bark between.',
        },
      },
      { daysAgo: 210, by: 'jory', signs: [{ id: 'broken-fine-twigs', zone: 'crown-top', percent: 20 }] },
    ],
  },
  {
    taxon: 'Acer platanoides',
    place: 'Lantern Lane',
    looks: [
      { daysAgo: 900, by: 'adaeze', signs: [{ id: 'girdling-root', zone: 'collar', percent: 25 }], review: confirm('marit') },
      {
        daysAgo: 365,
        by: 'jory',
        signs: [
          { id: 'girdling-root', zone: 'collar', percent: 45 },
          { id: 'thin-crown', zone: 'crown-top', percent: 35, part: 'tips' },
        ],
      },
    ],
  },
  {
    taxon: 'Betula pendula',
    place: 'Orchard Terrace',
    looks: [
      { daysAgo: 520, by: 'luk', signs: [{ id: 'witches-broom', zone: 'crown-mid', count: 5 }], review: confirm('tomas') },
      {
        daysAgo: 20,
        by: 'adaeze',
        signs: [{ id: 'tip-dieback', zone: 'crown-top', percent: 20 }],
        notLooked: ['stem-n', 'stem-ne', 'stem-nw', 'roots', 'soil'],
      },
    ],
  },
  {
    taxon: 'Schinus terebinthifolia',
    place: 'Tidewater Avenue',
    looks: [
      { daysAgo: 45, by: 'luk', name: 'Schinus molle', mistaken: [sure('leaf-smell', 'peppery')], notLooked: ['crown-top', 'roots'] },
    ],
  },
  {
    taxon: 'Liriodendron tulipifera',
    place: 'Foundling Park',
    looks: [
      { daysAgo: 730, by: 'jory', signs: [{ id: 'honeydew', zone: 'foliage', percent: 20 }], review: confirm('marit') },
      {
        daysAgo: 360,
        by: 'luk',
        signs: [{ id: 'dead-branches', zone: 'crown-low', size: 'small', where: 'inside-shade-line', percent: 5 }],
      },
    ],
  },
  {
    taxon: 'Carpinus caroliniana',
    place: 'Orchard Terrace',
    looks: [
      {
        daysAgo: 1240,
        by: 'adaeze',
        signs: [{ id: 'bulge', zone: 'stem-e', height: 1 }],
        review: confirm('tomas', 'The cords are its bark.'),
      },
      { daysAgo: 500, by: 'jory', signs: [] },
    ],
  },
];

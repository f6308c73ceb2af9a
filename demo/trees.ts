import type { Taxon } from '@dendrix/core/knowledge';
import { along, inside, onWater, PARKS, STREETS, toLngLat, type Point } from './quillhaven-map';
import type { Random } from './random';

/** A demo tree: what it truly is, and what the old town list says of it. */
export interface DemoTree {
  tag: string;
  place: string;
  siteKind: 'street' | 'park';
  latitude: number;
  longitude: number;
  taxon: Taxon;
  plantedYear: number;
  /** m */
  dbh: number;
  height: number;
  writtenName: string;
}

/** What stands where, as a town plants: a street has its main kinds and some of everything. */
const STREET_KINDS: Record<string, readonly string[]> = {
  'Heron Quay': ['Platanus × acerifolia', 'Platanus × acerifolia', 'Celtis laevigata', 'Acer saccharinum'],
  'Saltmarket Row': ['Celtis occidentalis', 'Celtis occidentalis', 'Tilia cordata', 'Ulmus americana'],
  'Lantern Lane': ['Tilia cordata', 'Tilia cordata', 'Acer platanoides', 'Sorbus aucuparia'],
  'Orchard Terrace': ['Sorbus aucuparia', 'Betula pendula', 'Corylus avellana', 'Carpinus caroliniana'],
  Northgate: ['Quercus rubra', 'Liriodendron tulipifera', 'Acer platanoides'],
  'Ferry Street': ['Acer platanoides', 'Acer pseudoplatanus', 'Fraxinus americana'],
  'Chandlers Walk': ['Tilia americana', 'Tilia cordata', 'Acer rubrum'],
  'Bellfounder Street': ['Fraxinus americana', 'Celtis occidentalis', 'Juglans nigra'],
  'Tidewater Avenue': ['Jacaranda mimosifolia', 'Schinus molle', 'Schinus terebinthifolia'],
  'Mill Race Road': ['Acer saccharinum', 'Ulmus americana', 'Platanus × acerifolia'],
  'Coopers Hill': ['Betula papyrifera', 'Betula pendula', 'Acer pensylvanicum'],
};
const PARK_KINDS: Record<string, readonly string[]> = {
  'Foundling Park': [
    'Fagus grandifolia',
    'Liriodendron tulipifera',
    'Quercus rubra',
    'Tilia americana',
    'Acer pseudoplatanus',
    'Betula papyrifera',
    'Juglans nigra',
    'Acer pensylvanicum',
  ],
  'Wharf Gardens': [
    'Platanus × acerifolia',
    'Jacaranda mimosifolia',
    'Schinus molle',
    'Carpinus caroliniana',
    'Acer rubrum',
    'Corylus avellana',
  ],
  'Beacon Green': ['Fagus grandifolia', 'Ulmus americana', 'Acer saccharinum', 'Fraxinus americana', 'Betula pendula', 'Celtis laevigata'],
};
/** What a town plants here and there among its main kinds: one tree in six of a street, and half of a park. */
const SPRINKLED: readonly string[] = [
  'Acer campestre',
  'Acer saccharum',
  'Aesculus hippocastanum',
  'Aesculus × carnea',
  'Alnus cordata',
  'Carpinus betulus',
  'Catalpa bignonioides',
  'Cedrus atlantica',
  'Celtis australis',
  'Cercis siliquastrum',
  'Corylus colurna',
  'Crataegus monogyna',
  'Fagus sylvatica',
  'Fraxinus excelsior',
  'Fraxinus ornus',
  'Ginkgo biloba',
  'Gleditsia triacanthos',
  'Ilex aquifolium',
  'Juglans regia',
  'Koelreuteria paniculata',
  'Liquidambar styraciflua',
  'Magnolia grandiflora',
  'Metasequoia glyptostroboides',
  'Morus alba',
  'Olea europaea',
  'Parrotia persica',
  'Picea abies',
  'Pinus nigra',
  'Pinus sylvestris',
  'Prunus avium',
  'Prunus cerasifera',
  'Prunus serrulata',
  'Pyrus calleryana',
  'Quercus cerris',
  'Quercus ilex',
  'Quercus palustris',
  'Quercus robur',
  'Robinia pseudoacacia',
  'Salix babylonica',
  'Sequoiadendron giganteum',
  'Sorbus aria',
  'Styphnolobium japonicum',
  'Taxus baccata',
  'Tilia platyphyllos',
  'Tilia tomentosa',
  'Tilia × europaea',
  'Trachycarpus fortunei',
  'Ulmus parvifolia',
  'Zelkova serrata',
];
const SPRINKLED_SHARE = { street: 1 / 6, park: 1 / 2 } as const;

const STREET_STEP = 43;
const KERB = 5.5;
const PARK_TREES = 44;
const APART = 7;

/** Common names the old list used instead of the scientific one, some of them of two minds. */
const LIST_WORDS: Record<string, string> = {
  'Acer pseudoplatanus': 'Sycamore',
  'Tilia cordata': 'Small-leaved lime',
  'Celtis occidentalis': 'Hackberry',
  'Platanus × acerifolia': 'Plane',
  'Sorbus aucuparia': 'Mountain ash',
};

/** The age that trees of a kind reach in a town, years. */
export const ageBounds = (taxon: Pick<Taxon, 'longevity'>): number => ({ short: 45, medium: 85, long: 120 })[taxon.longevity];

function grown(taxon: Taxon, age: number, random: Random): { dbh: number; height: number } {
  const cmPerYear = { short: 0.75, medium: 0.95, long: 0.85 }[taxon.longevity] * random.between(0.75, 1.25);
  const dbh = Math.min(taxon.maxDbh * 0.75, 0.04 + (age * cmPerYear) / 100);
  const top = random.between(taxon.matureHeight.from, taxon.matureHeight.to) * 0.85;
  const height = Math.max(2.2, top * (1 - Math.exp(-age / (top * 1.6))) + 1.2);
  return { dbh: Number(dbh.toFixed(3)), height: Number(height.toFixed(1)) };
}

/** The trees of Quillhaven, along its streets and in its parks. */
export function demoTrees(taxa: readonly Taxon[], thisYear: number, random: Random): DemoTree[] {
  const byName = new Map(taxa.map((taxon) => [taxon.name, taxon]));
  const made: DemoTree[] = [];
  const points: Point[] = [];
  const put = (at: Point, place: string, siteKind: DemoTree['siteKind'], kinds: readonly string[]) => {
    if (onWater(at) || points.some((p) => Math.hypot(p[0] - at[0], p[1] - at[1]) < APART)) return;
    const here = siteKind === 'park' ? SPRINKLED_SHARE.park : SPRINKLED_SHARE.street;
    const taxon = byName.get(random.pick(random.next() < here ? SPRINKLED : kinds));
    if (!taxon) return;
    const age = Math.round(4 + (ageBounds(taxon) - 4) * random.next() ** 1.6);
    const [longitude, latitude] = toLngLat(at);
    points.push(at);
    made.push({
      tag: '',
      place,
      siteKind,
      latitude,
      longitude,
      taxon,
      plantedYear: thisYear - age,
      ...grown(taxon, age, random),
      writtenName: random.next() < 0.25 ? (LIST_WORDS[taxon.name] ?? taxon.name) : taxon.name,
    });
  };
  for (const street of STREETS) {
    for (const { at, direction } of along(street.line, STREET_STEP)) {
      for (const side of [1, -1]) {
        if (random.next() < 0.13) continue;
        const slip = random.between(-6, 6);
        const point: Point = [
          at[0] + direction[0] * slip - direction[1] * KERB * side,
          at[1] + direction[1] * slip + direction[0] * KERB * side,
        ];
        if (PARKS.some((park) => inside(point, park.ring))) continue;
        put(point, `${street.name}, ${verge(direction, side)} verge`, 'street', STREET_KINDS[street.name] ?? []);
      }
    }
  }
  for (const park of PARKS) {
    const xs = park.ring.map((p) => p[0]);
    const ys = park.ring.map((p) => p[1]);
    for (let n = 0, tries = 0; n < PARK_TREES && tries < 500; tries++) {
      const point: Point = [
        random.between(Math.min(...xs) + 8, Math.max(...xs) - 8),
        random.between(Math.min(...ys) + 8, Math.max(...ys) - 8),
      ];
      if (!inside(point, park.ring)) continue;
      const before = made.length;
      put(point, park.name, 'park', PARK_KINDS[park.name] ?? []);
      n += made.length - before;
    }
  }
  made.forEach((tree, i) => {
    tree.tag = `Q ${String(i + 101).padStart(4, '0')}`;
  });
  return made;
}

/** Which verge of a street a side is, as a compass word. */
function verge([dx, dy]: Point, side: number): string {
  const [nx, ny] = [-dy * side, dx * side];
  if (Math.abs(nx) > Math.abs(ny)) return nx > 0 ? 'east' : 'west';
  return ny > 0 ? 'north' : 'south';
}

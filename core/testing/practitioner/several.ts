import { ALL, cm, m, type Request } from '../judge';
import { deg, MILD, over, seen, size, type Expected, type PractitionerCase } from './case';

// Several faults at one tree, faults of limbs, days by danger, and trees that are felled for nothing. Written before the rules they
// check. Common practice, no source.

const PLAYGROUND = over('people-staying', 'constant');
const ROAD = over('road', 'constant');
const FOOTWAY = over('people-passing', 'frequent');
const EMPTY = over('nothing', 'rare');
const ACT = ['act first'];
const FANS = { id: 'basal-conk', zone: 'roots', kind: 'fan-or-rosette' };
const NEW_LEAN = { id: 'lean', zone: 'stem-n', kind: 'straight-and-new', angle: deg(8) };

const ROWS: readonly [string, Request, Expected][] = [
  [
    'fans at the foot and a new lean over a road',
    seen('Fagus sylvatica', [FANS, NEW_LEAN], ROAD),
    { soundness: ACT, first: ['close off now'] },
  ],
  [
    'roots cut at two diameters and a crack in the soil',
    seen(
      'Quercus robur',
      [
        { id: 'cut-roots', zone: 'roots', distance: m(1) },
        { id: 'soil-crack', zone: 'soil' },
      ],
      {
        ...ROAD,
        measurements: size(60),
      },
    ),
    { soundness: ACT, first: ['close off now'] },
  ],
  [
    'cracks along the stem on opposite sides are one crack right through',
    seen(
      'Populus nigra',
      [
        { id: 'crack', zone: 'stem-n', kind: 'along' },
        { id: 'crack', zone: 'stem-s', kind: 'along' },
      ],
      FOOTWAY,
    ),
    { soundness: ACT, first: ['close off now'] },
  ],
  [
    'a fungus, an opening and soft wood at one foot',
    seen(
      'Tilia cordata',
      [
        { id: 'basal-conk', zone: 'collar', kind: 'crust' },
        { id: 'basal-cavity', zone: 'collar', percent: 30 },
        { id: 'soft-wood', zone: 'collar' },
      ],
      ROAD,
    ),
    { soundness: ACT },
  ],
  [
    'a crack in the soil and a new lean over a footway',
    seen('Picea abies', [{ id: 'soil-crack', zone: 'soil' }, NEW_LEAN], FOOTWAY),
    { soundness: ACT, first: ['close off now'] },
  ],
  [
    'seven faults at a beech over a road',
    seen(
      'Fagus sylvatica',
      [
        FANS,
        { id: 'basal-cavity', zone: 'collar', percent: 30 },
        { id: 'hollow-sound', zone: 'stem-n' },
        { id: 'soft-wood', zone: 'collar' },
        { id: 'cut-roots', zone: 'roots', distance: m(3.2) },
        { id: 'lean', zone: 'stem-n', kind: 'straight-and-new', angle: deg(20) },
        { id: 'soil-crack', zone: 'soil' },
      ],
      { ...ROAD, exposure: 'newly exposed', measurements: size(80) },
    ),
    { soundness: ACT, first: ['close off now'], risk: ['extreme'], within: [0, 31], due: { remove: 14 } },
  ],
  [
    'a hanging branch of 6 cm over a playground',
    seen('Quercus robur', [{ id: 'hung-branch', zone: 'crown-mid', diameter: cm(6) }], PLAYGROUND),
    { soundness: ACT, offers: ['close off now', 'take out dead wood'], due: { 'take out dead wood': 3 } },
  ],
  [
    'a wholly brown spruce in June',
    seen('Picea abies', [{ id: 'discoloured-foliage', zone: 'foliage', percent: 100, pattern: 'whole-leaf', part: 'whole' }], {
      ...ROAD,
      date: '2026-06-15',
    }),
    { vigour: ['dead'], offers: ['remove'], due: { remove: 30 } },
  ],
  [
    'every branch dead',
    seen('Quercus robur', [{ id: 'dead-branches', zone: 'crown-top', percent: 100, size: 'large', where: 'above-shade-line' }], ROAD),
    { vigour: ['dead'], offers: ['remove'] },
  ],
  [
    'all fronds brown and the spear gone',
    seen(
      'Phoenix canariensis',
      [
        { id: 'discoloured-fronds', zone: 'foliage', percent: 100, part: 'whole' },
        { id: 'collapsed-spear', zone: 'crown-top', percent: 100 },
      ],
      FOOTWAY,
    ),
    { vigour: ['dead'] },
  ],
  [
    'a canker round a limb as thick as a wrist is no dying oak',
    seen('Quercus robur', [{ id: 'canker', zone: 'branches', percent: 80, diameter: cm(6) }], FOOTWAY),
    { vigour: ['thriving', 'fair'], offersNot: ['remove'], outlook: ['long-term', 'decades'] },
  ],
  [
    'a squirrel has ringed a limb',
    seen('Acer pseudoplatanus', [{ id: 'bark-stripping', zone: 'branches', percent: 90, diameter: cm(8) }], FOOTWAY),
    { vigour: ['thriving', 'fair'], offersNot: ['remove'] },
  ],
  [
    'a limb of 25 cm cracked across over a playground comes off within days',
    seen('Acer saccharinum', [{ id: 'crack', zone: 'branches', kind: 'across', diameter: cm(25), height: m(7) }], PLAYGROUND),
    { first: ['close off now'], offers: ['prune or reduce'], due: { 'prune or reduce': 7 }, offersNot: ['remove'] },
  ],
  [
    'a hole in a limb of 30 cm over a playground',
    seen('Acer saccharinum', [{ id: 'cavity', zone: 'branches', diameter: cm(30), opening: cm(20) }], PLAYGROUND),
    { offers: ['prune or reduce'], due: { 'prune or reduce': 28 }, offersNot: ['remove'] },
  ],
  [
    'a bracket on a limb of an ash over a bench',
    seen('Fraxinus excelsior', [{ id: 'conk', zone: 'branches', kind: 'bracket', lasting: 'annual', diameter: cm(30), height: m(8) }], {
      ...over('people-staying', 'frequent'),
    }),
    { offers: ['prune or reduce'], due: { 'prune or reduce': 56 }, offersNot: ['remove'], agentFirst: ['inonotus-heart-rot'] },
  ],
  [
    'a beefsteak at the foot of a veteran oak, a path used now and then',
    seen('Quercus robur', [{ id: 'basal-conk', zone: 'collar', kind: 'soft-red' }], {
      ...over('people-passing', 'occasional'),
      lifeStage: 'old',
      measurements: size(160, 16),
    }),
    { offersNot: ['remove', 'close off now'], risk: ['low'] },
  ],
  [
    'an old churchyard yew, open to half its girth and unchanged for years',
    seen('Taxus baccata', [{ id: 'cavity', zone: 'stem-s', opening: m(3.4), trend: 'same' }], {
      ...over('people-passing', 'occasional'),
      lifeStage: 'old',
      measurements: size(200, 12),
    }),
    { soundness: ['weakness', 'serious weakness'], offersNot: ['remove', 'close off now'], first: ['keep', 'watch'] },
  ],
  [
    'a hollow olive in a meadow',
    seen('Olea europaea', [{ id: 'basal-cavity', zone: 'collar', percent: 65 }], {
      ...EMPTY,
      lifeStage: 'old',
      measurements: size(150, 6),
    }),
    { offersNot: ['remove', 'close off now'] },
  ],
  [
    'a hollow pollard willow over a meadow',
    seen('Salix alba', [{ id: 'cavity', zone: 'stem-e', opening: cm(140), trend: 'same' }], {
      ...EMPTY,
      lifeStage: 'old',
      measurements: size(120, 9),
    }),
    { offersNot: ['remove'], first: ['keep', 'watch', 'keep as habitat'] },
  ],
  [
    'an artist’s bracket on a veteran beech with nothing below',
    seen('Fagus sylvatica', [{ id: 'conk', zone: 'stem-n', kind: 'bracket', lasting: 'perennial' }], { ...EMPTY, lifeStage: 'old' }),
    { offersNot: ['remove', 'close off now', 'exclude target'] },
  ],
  [
    'a dead oak of 20 m, a footpath 40 m away',
    seen('Quercus robur', [{ id: 'tip-dieback', zone: 'crown-top', percent: 100 }], {
      ...over('people-passing', 'frequent', { distance: m(40) }),
      measurements: size(80, 20),
    }),
    { first: ['keep as habitat'], offersNot: ['close off now', 'exclude target'], risk: ['low'] },
  ],
  [
    'a dead ash of 20 m, the road 21 m away: the top breaks up and flies',
    seen('Fraxinus excelsior', [{ id: 'tip-dieback', zone: 'crown-top', percent: 100 }], {
      ...over('road', 'constant', { distance: m(21) }),
      measurements: size(50, 20),
    }),
    { risk: ['high', 'extreme'] },
  ],
  [
    'a little deadwood in an old oak with nothing below stays',
    seen('Quercus robur', [{ id: 'dead-branches', zone: 'crown-low', size: 'small', where: 'inside-shade-line', percent: 3 }], {
      ...EMPTY,
      lifeStage: 'old',
    }),
    { notFirst: ['take out dead wood'], first: ['keep', 'watch', 'keep as habitat'] },
  ],
  [
    'no sign of life on an ash in January is not yet a dead ash',
    seen('Fraxinus excelsior', [{ id: 'tip-dieback', zone: 'crown-top', percent: 100 }], { ...FOOTWAY, date: '2026-01-20' }),
    { offers: ['exclude target'], says: /buds|green bark|scratch/i },
  ],
  [
    'two trenches within a metre and a half',
    seen('Quercus robur', [], {
      measurements: size(70, 20),
      works: [
        { kind: 'trench', distance: m(1) },
        { kind: 'trench', distance: m(1.5) },
      ],
    }),
    { within: [0, 100], notFirst: ['keep'] },
  ],
  [
    'nests with stinging hairs on an oak over a playground',
    seen('Quercus robur', [{ id: 'webbing', zone: 'stem-s', kind: 'nest-of-hairs' }], { ...PLAYGROUND, date: '2026-06-20' }),
    { first: ['close off now', 'exclude target'], offers: ['sample and report'], says: /respirat|breathing/i },
  ],
  [
    'brown-tail webs on a hawthorn at a school in May',
    seen(
      'Crataegus monogyna',
      [
        { id: 'webbing', zone: 'crown-mid', kind: 'over-branch-ends' },
        { id: 'chewed', zone: 'foliage' },
      ],
      {
        ...PLAYGROUND,
        date: '2026-05-10',
      },
    ),
    { offers: ['sample and report'], notFirst: ['keep'] },
  ],
  [
    'a fungus at the foot over a constant road is looked into within two weeks',
    seen('Fagus sylvatica', [{ id: 'basal-conk', zone: 'collar', kind: 'crust' }], ROAD),
    { risk: ['high'], due: { 'investigate further': 14, 'exclude target': 7 }, within: [0, 92], order: [['exclude target', 'remove']] },
  ],
  [
    'likely decay is looked into no later than possible decay',
    seen(
      'Acer platanoides',
      [
        { id: 'bulge', zone: 'stem-n' },
        { id: 'hollow-sound', zone: 'stem-n' },
      ],
      ROAD,
    ),
    { due: { 'investigate further': 160 } },
  ],
  [
    'a large dead tree over a road is felled, and nobody drills it after',
    seen('Fraxinus excelsior', [{ id: 'tip-dieback', zone: 'crown-top', percent: 100 }], { ...ROAD, measurements: size(50, 20) }),
    { offersNot: ['investigate further'], due: { remove: 28 } },
  ],
  [
    'a bundle of wires below a hanging branch',
    seen('Acer platanoides', [{ id: 'hung-branch', zone: 'crown-mid', size: 'large' }], over('wires', 'constant')),
    { says: /network|utility/i, first: ['close off now'] },
  ],
  [
    'black powder under the bark of a maple with dead limbs, at a school',
    seen(
      'Acer pseudoplatanus',
      [
        { id: 'sooty-bark-powder', zone: 'stem-n' },
        { id: 'dead-branches', zone: 'crown-mid', size: 'large' },
      ],
      PLAYGROUND,
    ),
    { says: /breathing protection|respirator/i, first: ['close off now', 'exclude target'] },
  ],
  [
    'roots under ivy over a constant road are laid bare before anything else',
    seen('Fraxinus excelsior', [{ id: 'vine-in-crown', zone: 'stem-n', kind: 'evergreen', percent: 60 }], ROAD),
    { due: { 'free it from competitors': 28 } },
  ],
  [
    'round holes of 10 mm in a maple',
    seen('Acer platanoides', [{ id: 'exit-holes', zone: 'stem-n', kind: 'round', width: cm(1) }]),
    { agentFirst: ['asian-longhorned-beetle'], offers: ['sample and report'], within: [0, 100] },
  ],
  [
    'fine twigs broken off a red oak at 45° north',
    seen('Quercus rubra', [{ id: 'broken-fine-twigs', zone: 'crown-mid', percent: 20 }], { latitude: 45 }),
    { agentNotFirst: ['cockatoo-and-possum-damage'] },
  ],
  [
    'a red oak wilting from the top in July',
    // Where oak wilt lives.
    seen(
      'Quercus rubra',
      [
        { id: 'wilting', zone: 'crown-top', part: 'tips', percent: 50 },
        { id: 'early-leaf-drop', zone: 'foliage', percent: 30 },
        { id: 'scorch', zone: 'foliage', percent: 50 },
      ],
      { latitude: 40 },
    ),
    {
      agentInThree: 'oak-wilt',
      offers: ['sample and report'],
      due: { 'sample and report': 7 },
      order: [['sample and report', 'investigate further']],
    },
  ],
  [
    'a seam below a fork with bark in it is no frost crack',
    seen(
      'Tilia cordata',
      [
        { id: 'included-bark', zone: 'unions', length: cm(60) },
        { id: 'seam', zone: 'unions' },
      ],
      PLAYGROUND,
    ),
    { agentNotFirst: ['frost-crack'], outlook: ['decades', 'five to ten years', 'short'] },
  ],
  [
    'a ring cut through the bark with nothing filled in is a ring',
    seen('Tilia cordata', [{ id: 'girdling-cut', zone: 'stem-n' }]),
    { vigour: ['failing', 'dead'], soundness: ['serious weakness', 'act first'], agentNotFirst: ['cause unknown'] },
  ],
  [
    'a summer-dead English oak has not dried out in winter',
    seen('Quercus robur', [{ id: 'tip-dieback', zone: 'crown-top', percent: 100 }], { latitude: 52 }),
    { agentNotFirst: ['winter-desiccation', 'canker-of-giant-sequoia', 'termites'] },
  ],
  [
    'a burnt stem foot by a footway',
    seen('Eucalyptus globulus', [{ id: 'fire-scar', zone: 'collar', percent: 50 }], { ...FOOTWAY, date: '2026-02-10', latitude: -35 }),
    { first: ['close off now', 'exclude target'], due: { 'exclude target': 1 } },
  ],
  [
    'a palm known only to its genus is a palm',
    seen('Phoenix', [{ id: 'collapsed-spear', zone: 'crown-top' }], FOOTWAY),
    { offersNot: ['prune or reduce', 'support'], first: ['close off now', 'exclude target'], due: { remove: 28 } },
  ],
  [
    'an opening fork over a footway is not braced a year later',
    seen('Zelkova serrata', [{ id: 'union-crack', zone: 'unions' }], FOOTWAY),
    { first: ['close off now'], due: { support: 14 } },
  ],
  [
    'a bare walnut in February says nothing of how well it grows',
    seen('Juglans nigra', [], { date: '2026-02-01', latitude: 45.6 }),
    { vigour: ['fair', 'not judged'], saysNot: /grows well/, says: /leaf/ },
  ],
  [
    'a bare beech with a full crown by its height in January',
    seen('Fagus sylvatica', [], { date: '2026-01-15', latitude: 52, measurements: size(60, 22, 4) }),
    { vigour: ['fair', 'not judged'], saysNot: /Live crown ratio/ },
  ],
  [
    'a live crown of four fifths is no finding',
    seen('Quercus robur', [], { date: '2026-07-01', latitude: 52, measurements: size(60, 22, 4) }),
    { vigour: ['thriving'], saysNot: /Live crown ratio/ },
  ],
  ['a holly in January is in leaf', seen('Ilex aquifolium', [], { date: '2026-01-15', latitude: 52 }), { vigour: ['thriving'] }],
  [
    'a long level limb over a bench in constant use: the bench moves first',
    seen('Fagus sylvatica', [{ id: 'end-weighted-limb', zone: 'crown-low', length: m(9), diameter: cm(28) }], PLAYGROUND),
    {
      offers: ['exclude target', 'prune or reduce'],
      order: [['exclude target', 'prune or reduce']],
      due: { 'exclude target': 30, 'prune or reduce': 200 },
    },
  ],
  [
    'a corrected lean read three degrees steeper by somebody else’s phone',
    {
      taxon: 'Quercus robur',
      date: '2026-07-10',
      looked: ALL,
      ...FOOTWAY,
      signs: [{ id: 'lean', zone: 'stem-n', kind: 'old-and-corrected', angle: deg(11) }],
      before: [{ date: '2025-07-10', looked: ALL, signs: [{ id: 'lean', zone: 'stem-n', kind: 'old-and-corrected', angle: deg(8) }] }],
    },
    { soundness: ['no weakness seen', 'weakness', 'serious weakness'], offersNot: ['close off now'], within: [0, 31] },
  ],
  [
    'a lean that grew by three degrees with a crack in the soil moves',
    {
      taxon: 'Quercus robur',
      date: '2026-07-10',
      looked: ALL,
      ...FOOTWAY,
      signs: [
        { id: 'lean', zone: 'stem-n', kind: 'old-and-corrected', angle: deg(11) },
        { id: 'soil-crack', zone: 'soil' },
      ],
      before: [{ date: '2025-07-10', looked: ALL, signs: [{ id: 'lean', zone: 'stem-n', kind: 'old-and-corrected', angle: deg(8) }] }],
    },
    { soundness: ACT, first: ['close off now'] },
  ],
  [
    'a lean six degrees steeper than last year moves',
    {
      taxon: 'Quercus robur',
      date: '2026-07-10',
      looked: ALL,
      ...FOOTWAY,
      signs: [{ id: 'lean', zone: 'stem-n', kind: 'old-and-corrected', angle: deg(14) }],
      before: [{ date: '2025-07-10', looked: ALL, signs: [{ id: 'lean', zone: 'stem-n', kind: 'old-and-corrected', angle: deg(8) }] }],
    },
    { soundness: ACT },
  ],
  [
    'a lime with leaves like lace and holes in August',
    seen(
      'Tilia cordata',
      [
        { id: 'skeletonised', zone: 'foliage', percent: 40 },
        { id: 'chewed', zone: 'foliage', percent: 20 },
      ],
      {
        date: '2026-08-10',
        latitude: 42,
      },
    ),
    { agentFirst: ['japanese-beetle'] },
  ],
  [
    'small D-shaped holes on a declining English oak',
    seen(
      'Quercus robur',
      [
        { id: 'exit-holes', zone: 'stem-n', kind: 'd-shaped', width: cm(0.3) },
        { id: 'thin-crown', zone: 'crown-top', percent: 50 },
        { id: 'exudate', zone: 'stem-n', kind: 'dark' },
      ],
      { latitude: 45.6, date: '2026-07-10' },
    ),
    { saysNot: /Where it is new a find is reported/ },
  ],
  [
    'ash dieback where the district knows it as epidemic',
    seen(
      'Fraxinus excelsior',
      [
        { id: 'tip-dieback', zone: 'crown-top', percent: 70 },
        { id: 'epicormic-crown', zone: 'crown-mid' },
      ],
      {
        latitude: 52,
        date: '2026-07-10',
      },
    ),
    { agentFirst: ['ash-dieback'], offersNot: ['sample and report'] },
  ],
  [
    'a horse chestnut mined and brown in August',
    seen(
      'Aesculus hippocastanum',
      [
        { id: 'leaf-mines', zone: 'foliage', percent: 80 },
        { id: 'discoloured-foliage', zone: 'foliage', percent: 80, pattern: 'spots' },
      ],
      { date: '2026-08-20', latitude: 50 },
    ),
    { outlook: ['long-term', 'decades'], agentFirst: ['horse-chestnut-leaf-miner'] },
  ],
  [
    'light wood rings hollow: a lime is held against its own clear side',
    seen('Tilia cordata', [{ id: 'hollow-sound', zone: 'stem-n', kind: 'drum' }], FOOTWAY),
    { hiddenDecay: ['possible', 'likely'], says: /clear side of the same tree/ },
  ],
  [
    'a catalpa without a leaf on the fifth of May may only be late',
    seen('Catalpa bignonioides', [{ id: 'tip-dieback', zone: 'crown-top', percent: 100 }], {
      ...FOOTWAY,
      date: '2026-05-05',
      latitude: 50,
    }),
    { says: /confirm|full leaf|leafs out/ },
  ],
  [
    'a swamp paperbark sheds its bark in sheets all its life',
    seen('Melaleuca quinquenervia', [{ id: 'loose-bark', zone: 'stem-n', cover: 60 }], { latitude: -27, date: '2026-02-01' }),
    { normal: ['loose-bark'], soundness: MILD },
  ],
  [
    'kino on a bloodwood',
    seen('Corymbia ficifolia', [{ id: 'exudate', zone: 'stem-n', kind: 'red-gum' }], { latitude: -34, date: '2026-02-01' }),
    { normal: ['exudate'] },
  ],
  [
    'shoots at the foot of a common lime, as ever',
    seen(
      'Tilia × europaea',
      [
        { id: 'basal-shoots-sign', zone: 'collar' },
        { id: 'epicormic-stem', zone: 'stem-n' },
      ],
      { latitude: 52, date: '2026-07-01' },
    ),
    { normal: ['basal-shoots-sign', 'epicormic-stem'], vigour: ['thriving'] },
  ],
  [
    'a skirt of dead fronds on a fan palm in a lawn nobody crosses',
    seen('Washingtonia filifera', [{ id: 'dead-branches', zone: 'crown-low', where: 'inside-shade-line' }], {
      ...EMPTY,
      latitude: 33,
      date: '2026-02-01',
    }),
    { vigour: ['thriving', 'fair'], notFirst: ['remove'] },
  ],
];

/** Cases of what the demonstration's district does not have. */
const ELSEWHERE = /oak wilt|red oak wilting/;

export const SEVERAL_CASES: PractitionerCase[] = ROWS.map(([words, request, expect]) => ({
  words,
  request,
  ...(ELSEWHERE.test(words) ? { district: 'none' } : {}),
  expect,
}));

import { ALL, cm, m, type Request } from '../judge';

// Trees as people of the trade meet them and what they would say of each. Common practice, no source. They were written before the
// rules they check: where a rule and a case differ, the rule is looked at first. Each check names what matters and leaves the rest open.

/** What a practitioner would say of a case; a list means any of these will do. */
export interface Expected {
  vigour?: readonly string[];
  soundness?: readonly string[];
  hiddenDecay?: readonly string[];
  outlook?: readonly string[];
  span?: readonly string[];
  /** The option put first. */
  first?: readonly string[];
  notFirst?: readonly string[];
  offers?: readonly string[];
  offersNot?: readonly string[];
  risk?: readonly string[];
  /** Likelihood of failure of the worst part over any target. */
  failure?: readonly string[];
  consequence?: readonly string[];
  /** Days to the date to come back: from, to. */
  within?: readonly [number, number];
  /** Months of the year in which to come back. */
  months?: readonly number[];
  normal?: readonly string[];
  notNormal?: readonly string[];
  agentFirst?: readonly string[];
  agentInThree?: string;
  agentNotFirst?: readonly string[];
  /** A cause is at least, or at most, this likely. */
  likelier?: Readonly<Record<string, number>>;
  lessLikely?: Readonly<Record<string, number>>;
  unseen?: readonly string[];
  cautions?: RegExp;
  /** Said somewhere in the answer; said nowhere. */
  says?: RegExp;
  saysNot?: RegExp;
  /** Refused, with these words. */
  refused?: RegExp;
}

export interface PractitionerCase {
  words: string;
  request: Request;
  expect: Expected;
}

const deg = (value: number) => ({ value, unit: 'deg' });
const over = (what: string, howOften: string, more: Request = {}) => ({ beneath: [{ what, howOften, ...more }] });
const size = (dbh: number, height?: number, crownBase?: number) => ({
  dbh: cm(dbh),
  ...(height === undefined ? {} : { height: m(height) }),
  ...(crownBase === undefined ? {} : { crownBase: m(crownBase) }),
});
/** Looked at all over. */
const seen = (taxon: string, signs: Request[], more: Request = {}): Request => ({ taxon, looked: ALL, signs, ...more });
const BAD = ['serious weakness', 'act first'];
const WEAK = ['weakness', ...BAD];
const MILD = ['no weakness seen', 'weakness'];
const KEEPING_OUT = ['close off now', 'exclude target', 'remove'];

export const SAFETY_CASES: PractitionerCase[] = [
  {
    words: 'a stone pine that leans 25° and lifts the ground is going over, habit or not',
    request: seen('Pinus pinea', [{ id: 'lean', zone: 'stem-n', kind: 'with-heave', angle: deg(25) }], over('people-passing', 'frequent')),
    expect: { soundness: ['act first'], first: KEEPING_OUT, notNormal: ['lean'], within: [0, 10] },
  },
  {
    words: 'a growing hole of 35 cm in an old redbud',
    request: seen('Cercis canadensis', [{ id: 'cavity', zone: 'stem-s', opening: cm(35), trend: 'larger' }], {
      lifeStage: 'old',
      measurements: size(40),
    }),
    expect: { soundness: BAD, hiddenDecay: ['likely'], notNormal: ['cavity'] },
  },
  {
    words: 'bark in the fork of a Callery pear is the rule there and still a weakness',
    request: seen('Pyrus calleryana', [{ id: 'included-bark', zone: 'unions' }], over('parked-cars', 'constant')),
    expect: { soundness: WEAK, notNormal: ['included-bark'], failure: ['possible', 'probable'] },
  },
  {
    words: 'large dead wood over 60 % of the top of a Scots pine',
    request: seen('Pinus sylvestris', [{ id: 'dead-branches', zone: 'crown-top', size: 'large', where: 'above-shade-line', percent: 60 }]),
    expect: { soundness: BAD, vigour: ['strained', 'failing'], notNormal: ['dead-branches'], offers: ['take out dead wood'] },
  },
  {
    words: 'a citrus that is yellow nearly all over is ill, not limy',
    request: seen('Citrus × aurantium', [{ id: 'discoloured-foliage', zone: 'foliage', percent: 95 }]),
    expect: { vigour: ['strained', 'failing'], notNormal: ['discoloured-foliage'] },
  },
  {
    words: 'a dead ash by a footway',
    request: seen('Fraxinus excelsior', [{ id: 'tip-dieback', zone: 'crown-top', percent: 100 }], {
      ...over('people-passing', 'frequent'),
      measurements: size(50, 18),
    }),
    expect: {
      vigour: ['dead'],
      soundness: BAD,
      failure: ['probable', 'imminent'],
      risk: ['moderate', 'high', 'extreme'],
      first: KEEPING_OUT,
      outlook: ['dead'],
      within: [0, 62],
      saysNot: /no weakness seen|can be left standing/,
    },
  },
  {
    words: 'a dead ash in the middle of a wood, nothing near it',
    request: seen('Fraxinus excelsior', [{ id: 'tip-dieback', zone: 'crown-top', percent: 100 }], {
      ...over('nothing', 'rare'),
      profile: 'habitat',
    }),
    expect: { vigour: ['dead'], soundness: BAD, risk: ['low'], offers: ['keep as habitat'] },
  },
  {
    words: 'an elm dying back over 70 % by a bus stop is never improbable',
    request: seen('Ulmus glabra', [{ id: 'tip-dieback', zone: 'crown-mid', percent: 70 }], over('people-staying', 'constant')),
    expect: {
      vigour: ['failing'],
      soundness: WEAK,
      failure: ['possible', 'probable'],
      risk: ['moderate', 'high'],
      notFirst: ['keep', 'watch'],
    },
  },
  {
    words: 'a small dead branch does not hide a stem that nobody saw',
    request: {
      taxon: 'Quercus rubra',
      looked: ['crown-low', 'branches'],
      signs: [{ id: 'dead-branches', zone: 'branches', size: 'small', diameter: cm(4), where: 'above-shade-line' }],
      ...over('road', 'constant'),
    },
    expect: {
      failure: ['possible', 'probable'],
      risk: ['moderate', 'high'],
      says: /not all of the parts that bear the tree were looked at/i,
    },
  },
  {
    words: 'dead wood of which nobody wrote the size, over a footway',
    request: seen('Acer platanoides', [{ id: 'dead-branches', zone: 'crown-mid', percent: 20 }], over('people-passing', 'frequent')),
    expect: {
      soundness: WEAK,
      failure: ['possible', 'probable'],
      offers: ['take out dead wood'],
      within: [0, 400],
      says: /size[^.]*not written down/i,
    },
  },
  {
    words: 'a limb cracked across, its diameter not taken, over a busy road',
    request: seen('Quercus rubra', [{ id: 'crack', zone: 'branches', kind: 'across' }], over('road', 'constant')),
    expect: { soundness: ['act first'], risk: ['high', 'extreme'], first: KEEPING_OUT, says: /diameter[^.]*not (written down|measured)/i },
  },
  {
    words: 'a lean of 20° of which nobody said whether it is new',
    request: seen('Tilia cordata', [{ id: 'lean', zone: 'stem-w', angle: deg(20) }]),
    expect: { soundness: BAD, says: /kind[^.]*not written down/i },
  },
  {
    words: 'a bracket on the stem of which nobody said the kind',
    request: seen('Fagus sylvatica', [{ id: 'conk', zone: 'stem-e' }]),
    expect: { soundness: BAD, hiddenDecay: ['likely'], says: /kind[^.]*not written down/i },
  },
  {
    words: 'all looked at but roots and branches: nothing is called improbable',
    request: {
      taxon: 'Quercus rubra',
      looked: ALL.filter((zone) => zone !== 'roots' && zone !== 'branches'),
      ...over('people-staying', 'constant'),
    },
    expect: { soundness: ['no weakness seen on what was looked at'], failure: ['possible'], within: [0, 400] },
  },
  {
    words: 'a buried flare hides the collar',
    request: seen('Quercus palustris', [{ id: 'buried-flare', zone: 'collar' }], { lifeStage: 'young' }),
    expect: {
      unseen: ['collar'],
      soundness: ['no weakness seen on what was looked at'],
      first: ['improve the ground'],
      notFirst: ['investigate further'],
      saysNot: /collar[^.]*was looked at/i,
    },
  },
  {
    words: 'ivy up into the branches hides them',
    request: seen('Fraxinus excelsior', [{ id: 'vine-in-crown', zone: 'branches', kind: 'evergreen', percent: 60 }]),
    expect: { unseen: ['branches'], soundness: WEAK },
  },
  {
    words: 'a skirt of shoots at the foot of a lime is its habit, and hides the collar',
    request: seen('Tilia × europaea', [{ id: 'basal-shoots-sign', zone: 'collar' }]),
    expect: {
      normal: ['basal-shoots-sign'],
      unseen: ['collar'],
      soundness: ['no weakness seen on what was looked at'],
      vigour: ['thriving', 'fair'],
    },
  },
  {
    words: 'a crown base above the height is a slip of the pen',
    request: seen('Quercus rubra', [], { measurements: size(40, 10, 18) }),
    expect: { refused: /crownBase/ },
  },
  { words: 'no diameter is no diameter', request: seen('Quercus rubra', [], { measurements: size(0) }), expect: { refused: /dbh/ } },
  { words: 'no tree is forty metres thick', request: seen('Quercus rubra', [], { measurements: size(4000) }), expect: { refused: /dbh/ } },
  {
    words: 'no tree leans 200°',
    request: seen('Quercus rubra', [{ id: 'lean', zone: 'stem-n', angle: deg(200) }]),
    expect: { refused: /angle/ },
  },
  { words: 'nobody looked in the next century', request: seen('Quercus rubra', [], { date: '2126-05-01' }), expect: { refused: /date/ } },
  {
    words: 'a root plate does not lift in the crown',
    request: seen('Quercus rubra', [{ id: 'root-plate-lift', zone: 'crown-top' }]),
    expect: { refused: /zone/ },
  },
  {
    words: 'honeydew has no angle',
    request: seen('Quercus rubra', [{ id: 'honeydew', zone: 'foliage', angle: deg(10) }]),
    expect: { refused: /angle/ },
  },
];

export const RULE_CASES: PractitionerCase[] = [
  {
    words: 'a hole of 12 cm in an oak of 1.5 m is small',
    request: seen('Quercus robur', [{ id: 'cavity', zone: 'stem-e', opening: cm(12) }], { measurements: size(150, 22) }),
    expect: { soundness: ['weakness'], notFirst: ['remove', 'exclude target', 'close off now'], outlook: ['long-term', 'decades'] },
  },
  {
    words: 'the same hole in a maple of 15 cm is a quarter of it',
    request: seen('Acer platanoides', [{ id: 'cavity', zone: 'stem-e', opening: cm(12) }], {
      lifeStage: 'young',
      measurements: size(15, 6),
    }),
    expect: { soundness: BAD },
  },
  {
    words: 'the crown of a stone pine is a fifth of its height by nature',
    request: seen('Pinus pinea', [], { measurements: size(60, 18, 14) }),
    expect: { vigour: ['thriving', 'fair'], outlook: ['long-term', 'decades'], first: ['keep'] },
  },
  {
    words: 'a honey locust lets light through',
    request: seen('Gleditsia triacanthos', [{ id: 'thin-crown', zone: 'crown-mid', percent: 40 }]),
    expect: { vigour: ['thriving', 'fair'] },
  },
  {
    words: 'a beech that lets as much light through has lost leaf',
    request: seen('Fagus sylvatica', [{ id: 'thin-crown', zone: 'crown-mid', percent: 50 }]),
    expect: { vigour: ['strained', 'failing'] },
  },
  {
    words: 'a few dead tips are every town tree',
    request: seen('Quercus rubra', [{ id: 'tip-dieback', zone: 'crown-top', percent: 5 }]),
    expect: { vigour: ['fair'], outlook: ['long-term', 'decades'], first: ['keep', 'watch'] },
  },
  {
    words: 'tips dying on a quarter of the crown',
    request: seen('Quercus rubra', [{ id: 'tip-dieback', zone: 'crown-top', percent: 25 }]),
    expect: { vigour: ['strained'], notFirst: ['keep', 'remove'], outlook: ['decades'] },
  },
  {
    words: 'a lime reduced from 20 to 14 m has lost its height to the saw',
    request: seen('Tilia × europaea', [{ id: 'pruned', zone: 'crown-top', kind: 'reduced' }], {
      date: '2026-07-01',
      measurements: size(60, 14, 3),
      before: [{ date: '2022-07-01', looked: ALL, measurements: size(58, 20, 3) }],
    }),
    expect: { vigour: ['thriving', 'fair'], within: [300, 1200] },
  },
  {
    words: 'a crown lifted over the road is no decline',
    request: seen('Platanus × acerifolia', [{ id: 'pruned', zone: 'crown-low', kind: 'lifted' }], {
      measurements: size(45, 16, 7),
      before: [{ date: '2021-07-01', looked: ALL, measurements: size(42, 15.5, 3) }],
    }),
    expect: { vigour: ['thriving', 'fair'] },
  },
  {
    words: 'a canker round nine tenths of the stem',
    request: seen('Acer platanoides', [{ id: 'canker', zone: 'stem-n', percent: 90 }]),
    expect: { vigour: ['failing'], soundness: BAD },
  },
  {
    words: 'squirrels took the bark of six tenths of the girth',
    request: seen('Acer pseudoplatanus', [{ id: 'bark-stripping', zone: 'stem-n', percent: 60 }]),
    expect: { vigour: ['strained', 'failing'], agentFirst: ['squirrel-bark-stripping', 'rodent-and-deer-bark-loss'] },
  },
  {
    words: 'a young maple ringed by the strimmer',
    request: seen('Acer platanoides', [{ id: 'mower-damage', zone: 'collar', percent: 95 }], {
      lifeStage: 'young',
      measurements: size(8, 4),
    }),
    expect: { vigour: ['failing'], soundness: BAD, offers: ['protect from mower and car'], notFirst: ['keep', 'watch'] },
  },
  {
    words: 'a scar of 3 by 5 cm that closes',
    request: seen('Quercus rubra', [{ id: 'wound', zone: 'stem-s', kind: 'rolling-in', width: cm(3), length: cm(5) }], {
      measurements: size(40),
    }),
    expect: { soundness: MILD, first: ['keep', 'watch'], outlook: ['long-term', 'decades'] },
  },
  {
    words: 'an old frost rib, closed and round',
    request: seen('Quercus robur', [{ id: 'rib', zone: 'stem-s', kind: 'round' }], over('people-passing', 'frequent')),
    expect: { soundness: MILD, outlook: ['long-term', 'decades'], offersNot: ['exclude target', 'remove', 'close off now'], risk: ['low'] },
  },
  {
    words: 'a lean corrected long ago',
    request: seen('Robinia pseudoacacia', [{ id: 'lean', zone: 'stem-s', kind: 'old-and-corrected', angle: deg(18) }]),
    expect: { soundness: MILD, first: ['keep', 'watch'], outlook: ['long-term', 'decades'] },
  },
  {
    words: 'bark in the fork of a grown lime at a bus stop, nothing open',
    request: seen('Tilia cordata', [{ id: 'included-bark', zone: 'unions' }], {
      ...over('people-staying', 'frequent'),
      measurements: size(55, 20),
    }),
    expect: {
      soundness: WEAK,
      notFirst: ['exclude target', 'close off now', 'remove'],
      risk: ['low', 'moderate'],
      outlook: ['long-term', 'decades'],
      offers: ['support'],
    },
  },
  {
    words: 'bark in the fork with a seam running down from it',
    request: seen('Tilia cordata', [
      { id: 'included-bark', zone: 'unions' },
      { id: 'seam', zone: 'unions' },
    ]),
    expect: { soundness: BAD },
  },
  {
    words: 'an equal fork on a grown red oak is most street trees',
    request: seen('Quercus rubra', [{ id: 'codominant-fork', zone: 'unions' }]),
    expect: { soundness: ['weakness'], first: ['keep', 'watch'], offersNot: ['formative prune'] },
  },
  {
    words: 'on a young one it is cut out now',
    request: seen('Quercus rubra', [{ id: 'codominant-fork', zone: 'unions' }], { lifeStage: 'young', measurements: size(9, 5) }),
    expect: { first: ['formative prune'] },
  },
  {
    words: 'a stake tie grown into a young rowan',
    request: seen('Sorbus aucuparia', [{ id: 'girdling-wire', zone: 'stem-s', percent: 30 }], {
      lifeStage: 'young',
      measurements: size(7, 4),
    }),
    expect: { first: ['undo tie or stake'], within: [0, 200] },
  },
  {
    words: 'a nursery whip is thin for its height',
    request: seen('Acer platanoides', [], { lifeStage: 'young', measurements: size(4, 4.5) }),
    expect: { soundness: ['no weakness seen'], vigour: ['thriving', 'fair'], outlook: ['long-term', 'decades'] },
  },
  {
    words: 'a dead sapling is replaced, not kept as habitat',
    request: seen('Quercus robur', [{ id: 'tip-dieback', zone: 'crown-top', percent: 100 }], {
      lifeStage: 'young',
      measurements: size(5, 3),
      ...over('people-passing', 'frequent'),
    }),
    expect: { vigour: ['dead'], first: ['remove'], offersNot: ['keep as habitat'] },
  },
  {
    words: 'a skirt of dead fronds on a date palm over a promenade',
    request: seen('Phoenix canariensis', [{ id: 'dead-branches', zone: 'crown-low', size: 'large' }], over('people-staying', 'frequent')),
    expect: {
      normal: ['dead-branches'],
      offersNot: ['prune or reduce', 'support'],
      offers: ['take out dead wood'],
      vigour: ['thriving', 'fair'],
    },
  },
  {
    words: 'an old oak with a settled stag head and an old hollow foot, in a park',
    request: seen(
      'Quercus robur',
      [
        { id: 'stag-head', zone: 'crown-top', trend: 'same', percent: 15 },
        { id: 'basal-cavity', zone: 'collar', trend: 'same', width: cm(30) },
        { id: 'bulge', zone: 'stem-s', trend: 'same' },
      ],
      { lifeStage: 'old', measurements: size(160, 16), ...over('path-or-lawn', 'occasional') },
    ),
    expect: { notFirst: ['remove', 'close off now'], outlook: ['long-term', 'decades'], vigour: ['fair'], offersNot: ['remove'] },
  },
  {
    words: 'a birch seen through for 65 % in one dry August is looked into before it is felled',
    request: seen('Betula pendula', [{ id: 'thin-crown', zone: 'crown-mid', percent: 65 }], { date: '2026-08-15' }),
    expect: { notFirst: ['remove'], vigour: ['strained', 'failing'] },
  },
  {
    words: 'honeydew on a birch is a nuisance',
    request: seen('Betula pendula', [{ id: 'honeydew', zone: 'foliage', percent: 60 }]),
    expect: { vigour: ['thriving', 'fair'], outlook: ['long-term', 'decades'], first: ['keep'] },
  },
  {
    words: 'a branch of an elm wilts in June',
    request: seen('Ulmus minor', [{ id: 'wilting', zone: 'crown-top', percent: 10, part: 'one-branch' }], { date: '2026-06-10' }),
    expect: { first: ['sample and report'], within: [1, 31], agentFirst: ['dutch-elm-disease'] },
  },
  {
    words: 'a linden wilts all over within days and the grass beneath is dead',
    request: seen(
      'Tilia cordata',
      [
        { id: 'wilting', zone: 'foliage', percent: 60, part: 'whole' },
        { id: 'early-leaf-drop', zone: 'foliage', percent: 40 },
        { id: 'discoloured-foliage', zone: 'foliage', percent: 40 },
      ],
      { date: '2026-07-10' },
    ),
    expect: { within: [0, 31], cautions: /flame/i, notFirst: ['remove', 'keep', 'watch'], saysNot: /nearly a third/ },
  },
  {
    words: 'decay suspected at the foot of a beech in January is looked at when brackets show',
    request: seen('Fagus sylvatica', [{ id: 'wound', zone: 'collar', percent: 30, kind: 'open' }], { date: '2026-01-15' }),
    expect: { months: [8, 9, 10, 11], within: [1, 330] },
  },
  {
    words: 'mined leaves always rise from June to September',
    request: seen('Aesculus hippocastanum', [{ id: 'leaf-mines', zone: 'foliage', percent: 60 }], {
      date: '2026-09-05',
      before: [{ date: '2025-06-05', looked: ALL, signs: [{ id: 'leaf-mines', zone: 'foliage', percent: 10 }] }],
    }),
    expect: { saysNot: /leaf mines gets worse/i, within: [300, 1200], outlook: ['long-term', 'decades'] },
  },
  {
    words: 'a burl grows with its tree',
    request: seen('Quercus robur', [{ id: 'burl', zone: 'stem-s', width: cm(40) }], {
      before: [{ date: '2022-07-01', looked: ALL, signs: [{ id: 'burl', zone: 'stem-s', width: cm(30) }] }],
    }),
    expect: { saysNot: /burl gets worse/i, soundness: ['no weakness seen'], within: [400, 1200] },
  },
  {
    words: 'a lean of 8° that is now 14° is moving',
    request: seen('Picea abies', [{ id: 'lean', zone: 'stem-s', kind: 'straight-and-new', angle: deg(14) }], {
      before: [{ date: '2025-07-01', looked: ALL, signs: [{ id: 'lean', zone: 'stem-s', kind: 'straight-and-new', angle: deg(8) }] }],
    }),
    expect: { soundness: ['act first'], first: KEEPING_OUT },
  },
  {
    words: 'a trench a metre from an oak of 60 cm has taken its hold',
    request: seen('Quercus robur', [{ id: 'cut-roots', zone: 'roots', distance: m(1) }], {
      measurements: size(60, 18),
      ...over('people-passing', 'frequent'),
    }),
    expect: { soundness: BAD, failure: ['probable', 'imminent'], within: [0, 100], notFirst: ['keep', 'watch'] },
  },
  {
    words: 'a trench at 5 m on one side of it is borne',
    request: seen('Quercus robur', [{ id: 'cut-roots', zone: 'roots', distance: m(5), percent: 10 }], { measurements: size(60, 18) }),
    expect: { soundness: ['weakness'], notFirst: ['remove', 'exclude target', 'close off now'] },
  },
  {
    words: 'a round hole of a beetle in a dead branch is a note',
    request: seen('Quercus robur', [{ id: 'exit-holes', zone: 'branches', kind: 'round', width: cm(0.3) }]),
    expect: { vigour: ['thriving', 'fair'], outlook: ['long-term', 'decades'] },
  },
  {
    words: 'roots at the surface under a beech are its way',
    request: seen('Fagus sylvatica', [{ id: 'surface-roots-sign', zone: 'roots' }]),
    expect: { vigour: ['thriving'], first: ['keep'] },
  },
  {
    words: 'a sugar maple drips from a pruning cut on the first of March',
    request: seen('Acer saccharum', [{ id: 'exudate', zone: 'branches', kind: 'clear' }], { date: '2026-03-01' }),
    expect: { normal: ['exudate'], agentNotFirst: ['bacterial-wetwood'] },
  },
  {
    words: 'a beefsteak fungus on an old oak is no haste',
    request: seen('Quercus robur', [{ id: 'conk', zone: 'stem-s', kind: 'soft-red' }], { lifeStage: 'old', measurements: size(120, 18) }),
    expect: {
      hiddenDecay: ['likely'],
      notFirst: ['remove', 'close off now', 'exclude target'],
      agentFirst: ['fistulina-heart-rot'],
      outlook: ['long-term', 'decades'],
    },
  },
];

export const CAUSE_CASES: PractitionerCase[] = [
  {
    words: 'honeydew with sooty mould on a jacaranda comes from sap suckers',
    request: seen('Jacaranda mimosifolia', [
      { id: 'honeydew', zone: 'foliage' },
      { id: 'sooty-mould', zone: 'foliage' },
    ]),
    expect: { agentNotFirst: ['cause unknown'], agentFirst: ['aphids-and-honeydew', 'soft-scales'] },
  },
  {
    words: 'white wool on the bark of a beech',
    request: seen('Fagus sylvatica', [{ id: 'scale-insects', zone: 'stem-n', kind: 'white-wool', cover: 30 }]),
    expect: { agentFirst: ['beech-bark-disease'] },
  },
  {
    words: 'a girdling root on a zelkova came with it from the nursery',
    request: seen('Zelkova serrata', [{ id: 'girdling-root', zone: 'collar', percent: 40 }]),
    expect: { agentFirst: ['girdling-root-stress'] },
  },
  {
    words: 'bark flaked pale by woodpeckers on a white ash',
    request: seen('Fraxinus americana', [{ id: 'woodpecker-holes', zone: 'stem-n', kind: 'bark-flaked' }]),
    expect: { agentFirst: ['emerald-ash-borer'] },
  },
  {
    words: 'scorched edges, a thin crown and falling leaves on a Norway maple in August',
    request: seen(
      'Acer platanoides',
      [
        { id: 'scorch', zone: 'foliage', percent: 30 },
        { id: 'thin-crown', zone: 'crown-mid', percent: 35 },
        { id: 'early-leaf-drop', zone: 'foliage', percent: 20 },
      ],
      { date: '2026-08-15' },
    ),
    expect: { agentInThree: 'drought-stress', likelier: { 'drought-stress': 0.2 } },
  },
  {
    words: 'a canker, a wilted branch and stem shoots on a red oak are seldom chestnut blight',
    request: seen('Quercus rubra', [
      { id: 'canker', zone: 'stem-n' },
      { id: 'wilting', zone: 'crown-mid', percent: 10 },
      { id: 'epicormic-stem', zone: 'stem-n' },
    ]),
    expect: { agentNotFirst: ['chestnut-blight'], lessLikely: { 'chestnut-blight': 0.1 } },
  },
  {
    words: 'dark bleeds on an English oak',
    request: seen('Quercus robur', [{ id: 'exudate', zone: 'stem-n', kind: 'dark', count: 5 }]),
    expect: { agentNotFirst: ['sudden-oak-death'], lessLikely: { 'sudden-oak-death': 0.08 } },
  },
  {
    words: 'a common ash dying back with tufts where the disease is everywhere',
    request: seen('Fraxinus excelsior', [
      { id: 'tip-dieback', zone: 'crown-top', percent: 40 },
      { id: 'thin-crown', zone: 'crown-mid', percent: 50 },
      { id: 'epicormic-crown', zone: 'crown-mid', percent: 20 },
    ]),
    expect: { agentFirst: ['ash-dieback'], likelier: { 'ash-dieback': 0.5 } },
  },
  {
    words: 'the spear of a Canary date palm hangs and the crown has lost its middle',
    request: seen('Phoenix canariensis', [{ id: 'collapsed-spear', zone: 'crown-top' }], over('people-staying', 'frequent')),
    expect: {
      agentFirst: ['palm-weevil'],
      first: ['close off now', 'sample and report', 'exclude target'],
      within: [0, 31],
      offersNot: ['prune or reduce'],
    },
  },
  {
    words: 'a frost rib is as old in October as in March',
    request: seen('Quercus robur', [{ id: 'crack', zone: 'stem-s', kind: 'frost-rib' }], { date: '2026-10-10' }),
    expect: { agentFirst: ['frost-crack'], soundness: ['weakness'] },
  },
  {
    words: 'leaves puckered and cupped after the verge was sprayed',
    request: seen('Acer negundo', [{ id: 'distorted-leaves', zone: 'foliage', kind: 'cupped', percent: 50 }]),
    expect: { agentFirst: ['herbicide-injury'] },
  },
  {
    words: 'lace-bug speckle on the leaves of a plane',
    request: seen('Platanus × acerifolia', [{ id: 'discoloured-foliage', zone: 'foliage', pattern: 'speckled', percent: 60 }], {
      date: '2026-08-10',
    }),
    expect: { agentInThree: 'lace-bugs', vigour: ['fair', 'strained'], outlook: ['long-term', 'decades'] },
  },
  {
    words: 'pale between green veins on a pin oak',
    request: seen('Quercus palustris', [{ id: 'discoloured-foliage', zone: 'foliage', pattern: 'between-veins', percent: 50 }]),
    expect: { agentFirst: ['chlorosis'], offers: ['treat'] },
  },
  {
    words: 'white wool under the needles of a hemlock',
    request: seen('Tsuga canadensis', [{ id: 'scale-insects', zone: 'branches', kind: 'white-wool', cover: 30 }]),
    expect: { agentFirst: ['woolly-adelgid'] },
  },
];

export const SCREENING_CASES: PractitionerCase[] = [
  {
    words: 'a crab apple of 4 m does not kill as a beech of 30 m does',
    request: seen('Malus floribunda', [{ id: 'cavity', zone: 'stem-s', opening: cm(20) }], {
      measurements: size(15, 4),
      ...over('people-passing', 'frequent'),
    }),
    expect: { consequence: ['minor', 'significant'] },
  },
  {
    words: 'a road 25 m from a tree of 10 m is out of its reach',
    request: seen('Acer platanoides', [{ id: 'root-plate-lift', zone: 'roots' }], {
      measurements: size(30, 10),
      ...over('road', 'constant', { distance: m(25) }),
    }),
    expect: { risk: ['low'], says: /out of (its )?reach/i },
  },
  {
    words: 'a house is always there, whatever the form says',
    request: seen('Picea abies', [{ id: 'root-plate-lift', zone: 'roots' }], { measurements: size(50, 25), ...over('building', 'rare') }),
    expect: { risk: ['high', 'extreme'] },
  },
  {
    words: 'two trenches of 9 % each are more than a minor loss',
    request: seen('Tilia cordata', [], {
      rootStandard: 'as4970',
      measurements: size(50, 15),
      works: [
        { kind: 'trench', distance: m(4.8) },
        { kind: 'trench', distance: m(4.8) },
      ],
    }),
    expect: { saysNot: /, a minor encroachment/, says: /together/i },
  },
  {
    words: 'a trench at 2 m from a date palm is judged by its crown, not by its stem',
    request: seen('Phoenix canariensis', [], {
      measurements: { ...size(80, 10), crownSpread: m(8) },
      works: [{ kind: 'trench', distance: m(2) }],
    }),
    expect: { saysNot: /9\.6 m/, says: /5(\.0)? m/ },
  },
  {
    words: 'lorries stored at 2 m pack the ground; they cut nothing',
    request: seen('Quercus robur', [], { measurements: size(70, 18), works: [{ kind: 'storage-or-traffic', distance: m(2) }] }),
    expect: { saysNot: /would cut/, says: /pack/i },
  },
  {
    words: 'a brittle ash half dead over a lane',
    request: seen('Fraxinus excelsior', [{ id: 'tip-dieback', zone: 'crown-top', percent: 60 }], {
      measurements: size(60, 20),
      ...over('road', 'frequent'),
    }),
    expect: { failure: ['probable'], risk: ['moderate', 'high'], says: /brittle/i },
  },
];

export const PRACTITIONER_CASES: PractitionerCase[] = [...SAFETY_CASES, ...RULE_CASES, ...CAUSE_CASES, ...SCREENING_CASES];

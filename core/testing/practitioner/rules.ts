import { ALL, cm, m } from '../judge';
import { BAD, deg, KEEPING_OUT, MILD, over, seen, size, WEAK, type PractitionerCase } from './case';

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
    words: 'a birch seen through for 65% in one dry August is looked into before it is felled',
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
    // An earlier look than the season of brackets is no fault: what is open puts nothing off.
    words: 'decay suspected at the foot of a beech in January is looked at by the time brackets show',
    request: seen('Fagus sylvatica', [{ id: 'wound', zone: 'collar', percent: 30, kind: 'open' }], { date: '2026-01-15' }),
    expect: { months: [6, 7, 8, 9, 10, 11], within: [1, 330] },
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

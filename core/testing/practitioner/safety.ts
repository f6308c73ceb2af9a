import { ALL, cm } from '../judge';
import { BAD, deg, KEEPING_OUT, over, seen, size, WEAK, type PractitionerCase } from './case';

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
    words: 'large dead wood over 60% of the top of a Scots pine',
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
    words: 'an elm dying back over 70% by a bus stop is never improbable',
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
      says: /some structural parts were not inspected/i,
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

import { over, seen, type PractitionerCase } from './case';

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

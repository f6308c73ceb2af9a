import { cm, m, type Request } from '../judge';
import { BAD, over, seen, size, type Expected, type PractitionerCase } from './case';

// A second set, written after the rules to see whether they hold on trees nobody had in mind: 31 of 35 did before what was systematic
// in the other four was mended. Common practice, no source.

/** Sizes as they stand in a request. */
const measured = (...sizes: Parameters<typeof size>): Request => ({ measurements: size(...sizes) });

const ROWS: readonly [string, Request, Expected][] = [
  [
    'kretzschmaria crust on lime over car park',
    seen('Tilia cordata', [{ id: 'basal-conk', zone: 'collar', kind: 'crust' }], {
      ...measured(70, 22),
      ...over('parked-cars', 'constant'),
    }),
    {
      soundness: BAD,
      hiddenDecay: ['likely'],
      agentFirst: ['kretzschmaria-butt-rot'],
      outlook: ['short', 'five to ten years'],
      notFirst: ['keep', 'watch', 'prune or reduce'],
      within: [0, 200],
    },
  ],
  [
    'meripilus on beech in September',
    seen('Fagus sylvatica', [{ id: 'basal-conk', zone: 'roots', kind: 'cluster' }], {
      date: '2026-09-15',
      ...measured(90, 25),
      ...over('people-passing', 'frequent'),
    }),
    { agentFirst: ['meripilus-root-rot'], soundness: BAD, within: [0, 200] },
  ],
  [
    'hung branch small over path',
    seen('Acer saccharinum', [{ id: 'hung-branch', zone: 'crown-mid', size: 'small' }], over('people-passing', 'frequent')),
    { soundness: BAD, offers: ['take out dead wood'], outlook: ['long-term', 'decades'] },
  ],
  [
    'large hung branch, playground',
    seen('Salix alba', [{ id: 'hung-branch', zone: 'crown-mid', size: 'large' }], over('people-staying', 'constant')),
    { first: ['close off now'], risk: ['high', 'extreme'], within: [0, 10], cautions: /Never stand under/ },
  ],
  [
    'healthy hornbeam',
    seen('Carpinus betulus', [], { ...measured(45, 15, 2), ...over('people-passing', 'frequent') }),
    {
      vigour: ['thriving'],
      soundness: ['no weakness seen'],
      first: ['keep'],
      risk: ['low'],
      within: [400, 1200],
      outlook: ['long-term', 'decades'],
    },
  ],
  ['hornbeam fluted', seen('Carpinus betulus', [{ id: 'rib', zone: 'stem-n' }]), { normal: ['rib'], soundness: ['no weakness seen'] }],
  [
    'plane peeling',
    seen('Platanus × acerifolia', [{ id: 'loose-bark', zone: 'stem-n', cover: 40 }]),
    { normal: ['loose-bark'], soundness: ['no weakness seen'] },
  ],
  [
    'plane peeling unmeasured',
    seen('Platanus × acerifolia', [{ id: 'loose-bark', zone: 'stem-n' }]),
    { normal: ['loose-bark'], soundness: ['no weakness seen'], vigour: ['thriving'] },
  ],
  [
    'red gum on bloodwood contract',
    {
      taxon: 'Corymbia opaca',
      date: '2026-06-01',
      latitude: -23.7,
      lifeStage: 'mature',
      looked: ['crown-top', 'stem-n', 'stem-e'],
      measurements: { height: m(9), crownBase: m(3), dbh: cm(30) },
      signs: [{ id: 'exudate', kind: 'red-gum', zone: 'stem-e' }],
    },
    { normal: ['exudate'], soundness: ['no weakness seen on what was looked at'], agentFirst: ['normal for this tree'] },
  ],
  ['conifer a fifth live crown', seen('Picea abies', [], measured(30, 25, 20)), { vigour: ['failing'], notFirst: ['keep', 'remove'] }],
  ['broadleaf crown 55%', seen('Acer platanoides', [], measured(40, 16, 7)), { vigour: ['thriving', 'fair'] }],
  [
    'thin young tree',
    seen('Prunus avium', [], { lifeStage: 'young', ...measured(6, 7.6, 6) }),
    { vigour: ['failing', 'strained'], offersNot: ['keep as habitat'] },
  ],
  [
    'ants out of an oak with dull sound',
    seen(
      'Quercus rubra',
      [
        { id: 'ants', zone: 'stem-s' },
        { id: 'hollow-sound', zone: 'stem-s', kind: 'drum' },
      ],
      measured(60, 18),
    ),
    { soundness: ['weakness', ...BAD], hiddenDecay: ['likely'], offers: ['investigate further'], vigour: ['thriving'] },
  ],
  [
    'lightning fresh shattered over road',
    seen('Quercus robur', [{ id: 'lightning-scar', zone: 'stem-n', kind: 'shattered' }], over('road', 'constant')),
    { first: ['close off now'], risk: ['extreme', 'high'] },
  ],
  [
    'tar spots',
    seen('Acer platanoides', [{ id: 'leaf-spots', zone: 'foliage', kind: 'tar-like', percent: 40 }], { date: '2026-09-10' }),
    { normal: ['leaf-spots'], vigour: ['thriving'], first: ['keep'], agentInThree: 'normal for this tree' },
  ],
  [
    'fire blight pear',
    seen(
      'Pyrus calleryana',
      [
        { id: 'wilting', zone: 'crown-top', percent: 15, part: 'tips' },
        { id: 'scorch', zone: 'foliage', percent: 10 },
      ],
      { date: '2026-06-01' },
    ),
    { agentFirst: ['fire-blight'], offers: ['sample and report'] },
  ],
  [
    'leaf off tree in January',
    seen('Tilia cordata', [], { date: '2026-01-10', ...measured(50, 18) }),
    { months: [6, 7, 8, 9], says: /Out of leaf/ },
  ],
  [
    'soil heaped on roots',
    seen('Quercus robur', [{ id: 'grade-change', zone: 'soil', kind: 'raised', depth: cm(50) }], measured(80, 18)),
    { vigour: ['strained'], unseen: ['collar'], first: ['improve the ground'], offersNot: ['remove'] },
  ],
  [
    'mower nick',
    seen('Acer rubrum', [{ id: 'mower-damage', zone: 'collar', percent: 10 }], { lifeStage: 'young', ...measured(10, 5) }),
    { soundness: ['weakness'], vigour: ['thriving', 'fair'], first: ['protect from mower and car'] },
  ],
  [
    'tree with tip dieback 45% in ash',
    seen('Fraxinus excelsior', [{ id: 'tip-dieback', zone: 'crown-top', percent: 45 }], {
      ...measured(40, 15),
      ...over('people-passing', 'occasional'),
    }),
    { vigour: ['failing'], agentFirst: ['ash-dieback'], notFirst: ['keep', 'watch'] },
  ],
  [
    'eucalypt loose ribbons',
    seen('Eucalyptus globulus', [{ id: 'loose-bark', zone: 'stem-n', cover: 50 }], { latitude: -35 }),
    { normal: ['loose-bark'], soundness: ['no weakness seen'] },
  ],
  [
    'old yew hollow',
    seen('Taxus baccata', [{ id: 'cavity', zone: 'stem-n', opening: cm(40), trend: 'same' }], {
      lifeStage: 'old',
      ...measured(150, 12),
      ...over('path-or-lawn', 'occasional'),
    }),
    { offersNot: ['remove', 'close off now'], outlook: ['decades', 'long-term'], soundness: ['weakness', 'serious weakness'] },
  ],
  [
    'birch with two D holes and dieback',
    seen('Betula pendula', [
      { id: 'exit-holes', kind: 'd-shaped', zone: 'stem-n' },
      { id: 'tip-dieback', zone: 'crown-top', percent: 30 },
    ]),
    { agentFirst: ['bronze-birch-borer'], vigour: ['strained', 'failing'] },
  ],
  [
    'root cut two sides',
    seen('Platanus × acerifolia', [{ id: 'cut-roots', zone: 'roots', distance: m(1.2), sides: 2 }], {
      ...measured(60, 18),
      ...over('road', 'constant'),
    }),
    { soundness: ['act first'], first: ['close off now'], risk: ['high', 'extreme'] },
  ],
  [
    'leaning palm',
    seen(
      'Phoenix canariensis',
      [{ id: 'lean', zone: 'stem-n', kind: 'old-and-corrected', angle: { value: 12, unit: 'deg' } }],
      over('people-passing', 'frequent'),
    ),
    { soundness: ['no weakness seen'], first: ['keep'], offersNot: ['prune or reduce'] },
  ],
  [
    'strangling root young',
    seen('Acer platanoides', [{ id: 'girdling-root', zone: 'collar', percent: 50 }], { lifeStage: 'young', ...measured(12, 6) }),
    { first: ['improve the ground'], vigour: ['strained'] },
  ],
  [
    'sooty bark over path',
    seen('Acer pseudoplatanus', [{ id: 'sooty-bark-powder', zone: 'stem-n' }], over('people-passing', 'frequent')),
    { agentFirst: ['sooty-bark-disease'], cautions: /lungs/, vigour: ['failing'], offers: ['sample and report'] },
  ],
  [
    'processionary nest',
    seen('Quercus robur', [{ id: 'webbing', zone: 'stem-n', kind: 'nest-of-hairs' }], {
      date: '2026-06-20',
      ...over('people-passing', 'frequent'),
    }),
    { agentFirst: ['oak-processionary-moth'], first: ['sample and report', 'close off now'], cautions: /burn/, within: [0, 62] },
  ],
  [
    'vandal ring full',
    seen('Betula pendula', [{ id: 'girdling-cut', zone: 'stem-n', percent: 100 }], measured(20, 10)),
    { vigour: ['failing'], outlook: ['short', 'five to ten years'], soundness: BAD },
  ],
  [
    'aphids on lime in June',
    seen(
      'Tilia × europaea',
      [
        { id: 'aphids', zone: 'foliage', percent: 30 },
        { id: 'honeydew', zone: 'foliage' },
      ],
      { date: '2026-06-20' },
    ),
    { vigour: ['thriving'], first: ['keep'], within: [400, 1200] },
  ],
  [
    'jacaranda before flowering',
    seen('Jacaranda mimosifolia', [{ id: 'discoloured-foliage', zone: 'foliage', percent: 70 }], { latitude: -26, date: '2026-09-10' }),
    { normal: ['discoloured-foliage'], vigour: ['thriving'] },
  ],
  [
    'stem half buried vine',
    seen('Robinia pseudoacacia', [{ id: 'vine-in-crown', zone: 'stem-n', kind: 'evergreen', percent: 30 }]),
    { unseen: ['stem-n'], soundness: ['no weakness seen on what was looked at'] },
  ],
  [
    'overtopped sapling stewardship',
    seen('Quercus robur', [{ id: 'overtopped', zone: 'crown-top', percent: 80 }], { lifeStage: 'young', profile: 'stewardship' }),
    { first: ['free it from competitors'] },
  ],
  [
    'habitat profile dead nothing',
    seen('Betula pendula', [{ id: 'tip-dieback', zone: 'crown-top', percent: 100 }], { profile: 'habitat', ...over('nothing', 'rare') }),
    { first: ['keep as habitat'], vigour: ['dead'] },
  ],
];

export const SECOND_CASES: PractitionerCase[] = ROWS.map(([words, request, expect]) => ({ words, request, expect }));

import { ALL, cm, m, type Request } from '../judge';
import type { Expected, PractitionerCase } from './cases';

// A second set, written after the rules to see whether they hold on trees nobody had in mind: 31 of 35 did before what was systematic
// in the other four was mended. Common practice, no source.

const s = (taxon: string, signs: Request[], more: Request = {}): Request => ({ taxon, looked: ALL, signs, ...more });
const sz = (d: number, h?: number, b?: number) => ({
  measurements: { dbh: cm(d), ...(h ? { height: m(h) } : {}), ...(b ? { crownBase: m(b) } : {}) },
});
const pp = (how = 'frequent', what = 'people-passing') => ({ beneath: [{ what, howOften: how }] });
const BAD = ['serious weakness', 'act first'];
const ROWS: readonly [string, Request, Expected][] = [
  [
    'kretzschmaria crust on lime over car park',
    s('Tilia cordata', [{ id: 'basal-conk', zone: 'collar', kind: 'crust' }], { ...sz(70, 22), ...pp('constant', 'parked-cars') }),
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
    s('Fagus sylvatica', [{ id: 'basal-conk', zone: 'roots', kind: 'cluster' }], { date: '2026-09-15', ...sz(90, 25), ...pp() }),
    { agentFirst: ['meripilus-root-rot'], soundness: BAD, within: [0, 200] },
  ],
  [
    'hung branch small over path',
    s('Acer saccharinum', [{ id: 'hung-branch', zone: 'crown-mid', size: 'small' }], pp()),
    { soundness: BAD, offers: ['take out dead wood'], outlook: ['long-term', 'decades'] },
  ],
  [
    'large hung branch, playground',
    s('Salix alba', [{ id: 'hung-branch', zone: 'crown-mid', size: 'large' }], pp('constant', 'people-staying')),
    { first: ['close off now'], risk: ['high', 'extreme'], within: [0, 10], cautions: /Never stand under/ },
  ],
  [
    'healthy hornbeam',
    s('Carpinus betulus', [], { ...sz(45, 15, 2), ...pp() }),
    {
      vigour: ['thriving'],
      soundness: ['no weakness seen'],
      first: ['keep'],
      risk: ['low'],
      within: [400, 1200],
      outlook: ['long-term', 'decades'],
    },
  ],
  ['hornbeam fluted', s('Carpinus betulus', [{ id: 'rib', zone: 'stem-n' }]), { normal: ['rib'], soundness: ['no weakness seen'] }],
  [
    'plane peeling',
    s('Platanus × acerifolia', [{ id: 'loose-bark', zone: 'stem-n', cover: 40 }]),
    { normal: ['loose-bark'], soundness: ['no weakness seen'] },
  ],
  [
    'plane peeling unmeasured',
    s('Platanus × acerifolia', [{ id: 'loose-bark', zone: 'stem-n' }]),
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
  ['conifer a fifth live crown', s('Picea abies', [], sz(30, 25, 20)), { vigour: ['failing'], notFirst: ['keep', 'remove'] }],
  ['broadleaf crown 55 %', s('Acer platanoides', [], sz(40, 16, 7)), { vigour: ['thriving', 'fair'] }],
  [
    'thin young tree',
    s('Prunus avium', [], { lifeStage: 'young', ...sz(6, 7.6, 6) }),
    { vigour: ['failing', 'strained'], offersNot: ['keep as habitat'] },
  ],
  [
    'ants out of an oak with dull sound',
    s(
      'Quercus rubra',
      [
        { id: 'ants', zone: 'stem-s' },
        { id: 'hollow-sound', zone: 'stem-s', kind: 'drum' },
      ],
      sz(60, 18),
    ),
    { soundness: ['weakness', ...BAD], hiddenDecay: ['likely'], offers: ['investigate further'], vigour: ['thriving'] },
  ],
  [
    'lightning fresh shattered over road',
    s('Quercus robur', [{ id: 'lightning-scar', zone: 'stem-n', kind: 'shattered' }], pp('constant', 'road')),
    { first: ['close off now'], risk: ['extreme', 'high'] },
  ],
  [
    'tar spots',
    s('Acer platanoides', [{ id: 'leaf-spots', zone: 'foliage', kind: 'tar-like', percent: 40 }], { date: '2026-09-10' }),
    { normal: ['leaf-spots'], vigour: ['thriving'], first: ['keep'], agentInThree: 'normal for this tree' },
  ],
  [
    'fire blight pear',
    s(
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
    s('Tilia cordata', [], { date: '2026-01-10', ...sz(50, 18) }),
    { months: [6, 7, 8, 9], says: /Out of leaf/ },
  ],
  [
    'soil heaped on roots',
    s('Quercus robur', [{ id: 'grade-change', zone: 'soil', kind: 'raised', depth: cm(50) }], sz(80, 18)),
    { vigour: ['strained'], unseen: ['collar'], first: ['improve the ground'], offersNot: ['remove'] },
  ],
  [
    'mower nick',
    s('Acer rubrum', [{ id: 'mower-damage', zone: 'collar', percent: 10 }], { lifeStage: 'young', ...sz(10, 5) }),
    { soundness: ['weakness'], vigour: ['thriving', 'fair'], first: ['protect from mower and car'] },
  ],
  [
    'tree with tip dieback 45% in ash',
    s('Fraxinus excelsior', [{ id: 'tip-dieback', zone: 'crown-top', percent: 45 }], { ...sz(40, 15), ...pp('occasional') }),
    { vigour: ['failing'], agentFirst: ['ash-dieback'], notFirst: ['keep', 'watch'] },
  ],
  [
    'eucalypt loose ribbons',
    s('Eucalyptus globulus', [{ id: 'loose-bark', zone: 'stem-n', cover: 50 }], { latitude: -35 }),
    { normal: ['loose-bark'], soundness: ['no weakness seen'] },
  ],
  [
    'old yew hollow',
    s('Taxus baccata', [{ id: 'cavity', zone: 'stem-n', opening: cm(40), trend: 'same' }], {
      lifeStage: 'old',
      ...sz(150, 12),
      ...pp('occasional', 'path-or-lawn'),
    }),
    { offersNot: ['remove', 'close off now'], outlook: ['decades', 'long-term'], soundness: ['weakness', 'serious weakness'] },
  ],
  [
    'birch with two D holes and dieback',
    s('Betula pendula', [
      { id: 'exit-holes', kind: 'd-shaped', zone: 'stem-n' },
      { id: 'tip-dieback', zone: 'crown-top', percent: 30 },
    ]),
    { agentFirst: ['bronze-birch-borer'], vigour: ['strained', 'failing'] },
  ],
  [
    'root cut two sides',
    s('Platanus × acerifolia', [{ id: 'cut-roots', zone: 'roots', distance: m(1.2), sides: 2 }], {
      ...sz(60, 18),
      ...pp('constant', 'road'),
    }),
    { soundness: ['act first'], first: ['close off now'], risk: ['high', 'extreme'] },
  ],
  [
    'leaning palm',
    s('Phoenix canariensis', [{ id: 'lean', zone: 'stem-n', kind: 'old-and-corrected', angle: { value: 12, unit: 'deg' } }], pp()),
    { soundness: ['no weakness seen'], first: ['keep'], offersNot: ['prune or reduce'] },
  ],
  [
    'strangling root young',
    s('Acer platanoides', [{ id: 'girdling-root', zone: 'collar', percent: 50 }], { lifeStage: 'young', ...sz(12, 6) }),
    { first: ['improve the ground'], vigour: ['strained'] },
  ],
  [
    'sooty bark over path',
    s('Acer pseudoplatanus', [{ id: 'sooty-bark-powder', zone: 'stem-n' }], pp()),
    { agentFirst: ['sooty-bark-disease'], cautions: /lungs/, vigour: ['failing'], offers: ['sample and report'] },
  ],
  [
    'processionary nest',
    s('Quercus robur', [{ id: 'webbing', zone: 'stem-n', kind: 'nest-of-hairs' }], { date: '2026-06-20', ...pp() }),
    { agentFirst: ['oak-processionary-moth'], first: ['sample and report', 'close off now'], cautions: /burn/, within: [0, 62] },
  ],
  [
    'vandal ring full',
    s('Betula pendula', [{ id: 'girdling-cut', zone: 'stem-n', percent: 100 }], sz(20, 10)),
    { vigour: ['failing'], outlook: ['short', 'five to ten years'], soundness: BAD },
  ],
  [
    'aphids on lime in June',
    s(
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
    s('Jacaranda mimosifolia', [{ id: 'discoloured-foliage', zone: 'foliage', percent: 70 }], { latitude: -26, date: '2026-09-10' }),
    { normal: ['discoloured-foliage'], vigour: ['thriving'] },
  ],
  [
    'stem half buried vine',
    s('Robinia pseudoacacia', [{ id: 'vine-in-crown', zone: 'stem-n', kind: 'evergreen', percent: 30 }]),
    { unseen: ['stem-n'], soundness: ['no weakness seen on what was looked at'] },
  ],
  [
    'overtopped sapling stewardship',
    s('Quercus robur', [{ id: 'overtopped', zone: 'crown-top', percent: 80 }], { lifeStage: 'young', profile: 'stewardship' }),
    { first: ['free it from competitors'] },
  ],
  [
    'habitat profile dead nothing',
    s('Betula pendula', [{ id: 'tip-dieback', zone: 'crown-top', percent: 100 }], { profile: 'habitat', ...pp('rare', 'nothing') }),
    { first: ['keep as habitat'], vigour: ['dead'] },
  ],
];

export const SECOND_CASES: PractitionerCase[] = ROWS.map(([words, request, expect]) => ({ words, request, expect }));

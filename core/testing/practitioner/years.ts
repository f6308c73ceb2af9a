import { ALL, cm, m, type Request } from '../judge';
import { BAD, deg, MILD, over, size, WEAK, type Expected, type PractitionerCase } from './case';

// One tree seen twice or three times: what a practitioner would say of a fault that a later visit does not mention, says to be gone,
// or closes. Written before the rules they check. Common practice, no source.

/** A visit of which every part was inspected, unless `more` says otherwise. */
const visit = (date: string, signs: Request[] = [], more: Request = {}): Request => ({ date, looked: ALL, signs, ...more });
/** A tree as it was seen at each visit, oldest first; the last is the one that is assessed. */
const tree = (taxon: string, ...visits: Request[]): Request => ({ taxon, ...visits.at(-1), before: visits.slice(0, -1) });
const PLAYGROUND = over('people-staying', 'constant');
const ROAD = over('road', 'constant');
const PATH = over('people-passing', 'frequent');

const FANS = { id: 'basal-conk', zone: 'roots', kind: 'fan-or-rosette', lasting: 'annual' };
const CUT = { id: 'cut-roots', zone: 'roots', distance: m(1), sides: 2 };
const FORK = { id: 'union-crack', zone: 'unions' };
const PLATE = { id: 'root-plate-lift', zone: 'roots' };
const HUNG = { id: 'hung-branch', zone: 'crown-mid', size: 'large' };
const DEADWOOD = { id: 'dead-branches', zone: 'crown-mid', size: 'large', where: 'above-shade-line', percent: 10 };
const TIE = { id: 'girdling-wire', zone: 'stem-s', percent: 60, height: m(1.2) };
const BARK = { id: 'included-bark', zone: 'unions', length: cm(60) };
const ACT = ['act first'];
const LIKELY = ['likely'];
const CLEAR = ['no weakness seen'];
const ended = (how: string, note: string) => ({ trend: 'gone', ended: { how, note } });

const ROWS: readonly [string, Request, Expected][] = [
  [
    'fans at a beech’s foot in September, nothing to see in April: the fruiting body goes, the decay stays',
    tree(
      'Fagus sylvatica',
      visit('2025-09-20', [FANS], PLAYGROUND),
      visit('2026-04-10', [], { ...PLAYGROUND, measurements: size(90, 25) }),
    ),
    {
      soundness: BAD,
      hiddenDecay: LIKELY,
      risk: ['high', 'extreme'],
      notFirst: ['keep', 'watch'],
      offersNot: ['keep'],
      within: [0, 92],
      says: /Fruiting body at the base|fungus at the base/,
      outlook: ['short', 'five to ten years'],
    },
  ],
  [
    'the same beech a year later without a new fruiting body',
    tree('Fagus sylvatica', visit('2025-09-20', [FANS], PLAYGROUND), visit('2026-09-20', [], PLAYGROUND)),
    { soundness: BAD, hiddenDecay: LIKELY, offersNot: ['keep'], within: [0, 92] },
  ],
  [
    'a third visit, two clear ones after the fungus',
    tree('Fagus sylvatica', visit('2023-09-20', [FANS]), visit('2024-09-20'), visit('2025-06-10'), visit('2026-06-10', [], PLAYGROUND)),
    { soundness: BAD, hiddenDecay: LIKELY, says: /2023/, offersNot: ['keep'] },
  ],
  [
    'somebody says the fungus at the foot is gone',
    tree('Fagus sylvatica', visit('2025-09-20', [FANS], ROAD), visit('2026-07-10', [{ ...FANS, trend: 'gone' }], ROAD)),
    { soundness: BAD, hiddenDecay: LIKELY, offersNot: ['keep'] },
  ],
  [
    'roots cut on two sides, backfilled a year later',
    tree('Quercus robur', visit('2025-05-20', [CUT], { measurements: size(70) }), visit('2026-07-10', [], PATH)),
    { soundness: ACT, offersNot: ['keep'], within: [0, 31] },
  ],
  [
    'roots cut four years ago are not grown back',
    tree('Quercus robur', visit('2022-05-20', [CUT], { measurements: size(70) }), visit('2024-06-01'), visit('2026-07-10')),
    { soundness: BAD },
  ],
  [
    'roots cut a quarter of a century ago and nothing since',
    tree('Quercus robur', visit('2001-05-20', [CUT], { measurements: size(70) }), visit('2014-06-01'), visit('2026-07-10')),
    { soundness: MILD },
  ],
  [
    'a fork crack closes in calm weather',
    tree('Zelkova serrata', visit('2025-07-21', [FORK], PATH), visit('2026-07-21', [], PATH)),
    { soundness: ACT, first: ['close off now'] },
  ],
  [
    'a fork crack said to be gone by the look of it',
    tree('Zelkova serrata', visit('2025-07-21', [FORK], PATH), visit('2026-07-21', [{ ...FORK, trend: 'gone' }], PATH)),
    { soundness: ACT, first: ['close off now'] },
  ],
  [
    'a root plate that lifted and sank back',
    tree('Picea abies', visit('2025-11-01', [PLATE], ROAD), visit('2026-05-01', [{ ...PLATE, trend: 'gone' }], ROAD)),
    { soundness: ACT, first: ['close off now'], risk: ['extreme'] },
  ],
  [
    'a root plate closed by a pulling test',
    tree(
      'Picea abies',
      visit('2025-11-01', [PLATE], ROAD),
      visit(
        '2026-05-01',
        [{ ...PLATE, ...ended('investigation', 'Pulling test: anchorage safe by a factor of 2.1, no tilt under load') }],
        ROAD,
      ),
    ),
    { soundness: CLEAR, offersNot: ['close off now'] },
  ],
  [
    'a crack in the soil closes after rain',
    tree('Tilia cordata', visit('2025-10-30', [{ id: 'soil-crack', zone: 'soil' }], PATH), visit('2026-03-30', [], PATH)),
    { soundness: BAD, notFirst: ['keep', 'watch'] },
  ],
  [
    'a hanging branch that the next visit does not mention',
    tree('Salix alba', visit('2025-08-01', [HUNG], PATH), visit('2026-08-01', [], PATH)),
    { soundness: ACT, first: ['close off now'], offers: ['take out dead wood'] },
  ],
  [
    'a hanging branch seen to be gone',
    tree('Salix alba', visit('2025-08-01', [HUNG], PATH), visit('2026-08-01', [{ ...HUNG, trend: 'gone' }], PATH)),
    { soundness: CLEAR, offersNot: ['close off now', 'take out dead wood'] },
  ],
  [
    'a hanging branch taken out',
    tree(
      'Salix alba',
      visit('2025-08-01', [HUNG], PATH),
      visit('2025-09-01', [{ ...HUNG, ...ended('work', 'taken out by the contractor') }], PATH),
      visit('2026-08-01', [], PATH),
    ),
    { soundness: CLEAR },
  ],
  [
    'hanging, taken out, hanging again, and then silence',
    tree(
      'Salix alba',
      visit('2023-08-01', [HUNG]),
      visit('2024-08-01', [{ ...HUNG, ...ended('work', 'taken out by the contractor') }]),
      visit('2025-08-01', [HUNG], PATH),
      visit('2026-08-01', [], PATH),
    ),
    { soundness: ACT, first: ['close off now'] },
  ],
  [
    'large deadwood not mentioned again',
    tree('Quercus robur', visit('2025-07-01', [DEADWOOD], PATH), visit('2026-07-01', [], PATH)),
    { soundness: BAD, offers: ['take out dead wood'], vigour: ['fair', 'strained'] },
  ],
  [
    'large deadwood seen to be gone',
    tree('Quercus robur', visit('2025-07-01', [DEADWOOD], PATH), visit('2026-07-01', [{ ...DEADWOOD, trend: 'gone' }], PATH)),
    { soundness: CLEAR, offersNot: ['take out dead wood'] },
  ],
  [
    'a tie that was cut away',
    tree(
      'Acer campestre',
      visit('2025-05-01', [TIE], { lifeStage: 'young' }),
      visit('2026-05-01', [{ ...TIE, ...ended('work', 'tie cut and taken off') }], { lifeStage: 'young' }),
    ),
    { soundness: CLEAR, offersNot: ['undo tie or stake'] },
  ],
  [
    'a tie nobody mentions again',
    tree('Acer campestre', visit('2025-05-01', [TIE], { lifeStage: 'young' }), visit('2026-05-01', [], { lifeStage: 'young' })),
    { soundness: WEAK, offers: ['undo tie or stake'] },
  ],
  [
    'a tie said to be gone, with no work recorded: it may have grown in',
    tree('Acer campestre', visit('2025-05-01', [TIE]), visit('2026-05-01', [{ ...TIE, trend: 'gone' }])),
    { soundness: WEAK },
  ],
  [
    'one press of “nothing here” on the forks',
    tree(
      'Fraxinus excelsior',
      visit('2025-05-01', [BARK, { id: 'codominant-fork', zone: 'unions' }, { id: 'seam', zone: 'unions' }], PLAYGROUND),
      visit('2026-05-01', [], PLAYGROUND),
    ),
    { soundness: BAD, notFirst: ['keep', 'watch'], offersNot: ['keep'] },
  ],
  [
    'a wide opening marked again without its size',
    tree(
      'Populus nigra',
      visit('2025-05-01', [{ id: 'cavity', zone: 'stem-s', key: 'hole', opening: cm(110), trend: 'larger' }], { measurements: size(60) }),
      visit('2026-05-01', [{ id: 'cavity', zone: 'stem-s', key: 'hole' }], { measurements: size(60) }),
    ),
    { soundness: ACT },
  ],
  [
    'a crack that grew last year, marked again without a word on its course',
    tree(
      'Populus nigra',
      visit('2025-05-01', [{ id: 'crack', zone: 'stem-s', kind: 'along', trend: 'larger', key: 'c' }]),
      visit('2026-05-01', [{ id: 'crack', zone: 'stem-s', kind: 'along', key: 'c' }]),
    ),
    { soundness: ACT },
  ],
  [
    'a crack across the grain, and next year one along it on the same side: two cracks until somebody says one',
    tree(
      'Populus nigra',
      visit('2025-05-01', [{ id: 'crack', zone: 'stem-s', kind: 'across' }]),
      visit('2026-05-01', [{ id: 'crack', zone: 'stem-s', kind: 'along' }]),
    ),
    { soundness: ACT },
  ],
  [
    'a hollow heard last year and not sounded now',
    tree('Acer platanoides', visit('2025-05-01', [{ id: 'hollow-sound', zone: 'stem-e' }]), visit('2026-05-01')),
    { hiddenDecay: LIKELY, soundness: WEAK },
  ],
  [
    'a hollow heard last year, one clear knock now',
    tree(
      'Acer platanoides',
      visit('2025-05-01', [{ id: 'hollow-sound', zone: 'stem-e', kind: 'drum' }]),
      visit('2026-05-01', [], { sounding: [{ zone: 'stem-e', sound: 'clear' }] }),
    ),
    { hiddenDecay: LIKELY },
  ],
  [
    'soft wood at the collar, an eye alone the next time',
    tree('Tilia cordata', visit('2025-05-01', [{ id: 'soft-wood', zone: 'collar' }], PATH), visit('2026-05-01', [], PATH)),
    { soundness: BAD, hiddenDecay: LIKELY, offersNot: ['keep'] },
  ],
  [
    'an elm that wilted last June and is green all over this July',
    tree('Ulmus minor', visit('2025-06-10', [{ id: 'wilting', zone: 'crown-mid', part: 'one-branch' }]), visit('2026-07-10')),
    { vigour: ['thriving', 'fair'], offersNot: ['sample and report'] },
  ],
  [
    'an elm that wilted in June and is bare in January: nobody can say the wilt is over',
    tree('Ulmus minor', visit('2025-06-10', [{ id: 'wilting', zone: 'crown-mid', part: 'one-branch' }]), visit('2026-01-10')),
    { offers: ['sample and report'], vigour: ['strained', 'failing'] },
  ],
  [
    'brown leaves in August, a bare tree in February',
    tree('Acer platanoides', visit('2025-08-10', [{ id: 'discoloured-foliage', zone: 'foliage', percent: 60 }]), visit('2026-02-10')),
    { vigour: ['strained', 'failing'] },
  ],
  [
    'a dead tree is still dead when somebody walks past it',
    tree(
      'Quercus robur',
      visit('2025-07-01', [{ id: 'tip-dieback', zone: 'crown-top', percent: 100 }], PATH),
      visit('2026-07-01', [], { looked: ['stem-n'], ...PATH }),
    ),
    { vigour: ['dead'], soundness: BAD, outlook: ['dead'] },
  ],
  [
    'dieback over 40% of the crown not mentioned a year later',
    tree('Fraxinus excelsior', visit('2025-07-01', [{ id: 'tip-dieback', zone: 'crown-top', percent: 40 }]), visit('2026-07-01')),
    { vigour: ['failing'], soundness: WEAK },
  ],
  [
    'a lean that lifts the ground',
    tree(
      'Pinus sylvestris',
      visit('2025-11-01', [{ id: 'lean', zone: 'stem-n', kind: 'with-heave', angle: deg(18) }], ROAD),
      visit('2026-11-01', [], ROAD),
    ),
    { soundness: ACT, first: ['close off now'], risk: ['extreme'] },
  ],
  [
    'a new lean last year, an old one this year on the same side, and nobody says it is the same',
    tree(
      'Pinus sylvestris',
      visit('2025-11-01', [{ id: 'lean', zone: 'stem-n', kind: 'straight-and-new', angle: deg(12) }]),
      visit('2026-11-01', [{ id: 'lean', zone: 'stem-n', kind: 'old-and-corrected', angle: deg(12) }]),
    ),
    { soundness: BAD },
  ],
  [
    'a stem that lightning shattered',
    tree(
      'Quercus rubra',
      visit('2025-07-01', [{ id: 'lightning-scar', zone: 'stem-n', kind: 'shattered' }], PATH),
      visit('2026-07-01', [], PATH),
    ),
    { soundness: ACT, first: ['close off now'] },
  ],
  [
    'black powder under maple bark, not mentioned again',
    tree('Acer pseudoplatanus', visit('2025-07-01', [{ id: 'sooty-bark-powder', zone: 'stem-n' }]), visit('2026-07-01')),
    { vigour: ['failing', 'dead'], soundness: BAD, cautions: /spore|dust|breath/i },
  ],
  [
    'a fungus at the foot over a playground; the next visit does not say what is below',
    tree('Fagus sylvatica', visit('2025-09-20', [FANS], PLAYGROUND), visit('2026-09-20', [FANS])),
    { risk: ['high', 'extreme'], soundness: BAD },
  ],
  [
    'a bracket on the stem that a crew says is gone',
    tree(
      'Fraxinus excelsior',
      visit('2025-09-20', [{ id: 'conk', zone: 'stem-e', kind: 'bracket' }], ROAD),
      visit('2026-05-20', [{ id: 'conk', zone: 'stem-e', kind: 'bracket', trend: 'gone' }], ROAD),
    ),
    { soundness: BAD, hiddenDecay: LIKELY, offersNot: ['keep'] },
  ],
  [
    'a bracket closed by a reviewer’s word',
    tree(
      'Fraxinus excelsior',
      visit('2025-09-20', [{ id: 'conk', zone: 'stem-e', kind: 'bracket' }], ROAD),
      visit(
        '2026-05-20',
        [{ id: 'conk', zone: 'stem-e', kind: 'bracket', ...ended('review', 'A burl on the photos, wrongly marked') }],
        ROAD,
      ),
    ),
    { soundness: CLEAR, hiddenDecay: ['none suspected'] },
  ],
  [
    'the spear of a palm, not mentioned again',
    tree('Phoenix canariensis', visit('2026-05-01', [{ id: 'collapsed-spear', zone: 'crown-top' }], PATH), visit('2026-07-01', [], PATH)),
    { vigour: ['failing', 'dead'], soundness: BAD },
  ],
  [
    'soil that was lowered stays lowered',
    tree('Tilia cordata', visit('2025-05-01', [{ id: 'grade-change', zone: 'soil', kind: 'lowered', percent: 50 }]), visit('2026-05-01')),
    { soundness: BAD },
  ],
  [
    'soil that was heaped on and taken off again',
    tree(
      'Tilia cordata',
      visit('2025-05-01', [{ id: 'grade-change', zone: 'soil', kind: 'raised', depth: m(0.4) }]),
      visit('2026-05-01', [{ id: 'grade-change', zone: 'soil', kind: 'raised', ...ended('work', 'soil taken off by air, flare free') }]),
    ),
    { vigour: ['thriving', 'fair'], hiddenDecay: ['none suspected'] },
  ],
  [
    'deadwood gone in the year after, silence since',
    tree('Quercus robur', visit('2023-07-01', [DEADWOOD]), visit('2024-07-01', [{ ...DEADWOOD, trend: 'gone' }]), visit('2026-07-01')),
    { soundness: CLEAR },
  ],
  [
    'a thin, tall stem measured once',
    tree('Quercus robur', visit('2024-07-01', [], { measurements: size(15, 19) }), visit('2026-07-01')),
    { soundness: WEAK },
  ],
  [
    'a crown of a sixth of the height, not measured again',
    tree('Quercus robur', visit('2025-07-01', [], { measurements: size(30, 20, 17) }), visit('2026-07-01')),
    { vigour: ['failing'] },
  ],
  [
    'a walk past the crown only, a fungus at the foot known',
    tree('Fagus sylvatica', visit('2025-09-20', [FANS], PLAYGROUND), visit('2026-04-10', [], { looked: ['crown-low'] })),
    { soundness: BAD, hiddenDecay: LIKELY, risk: ['high', 'extreme'] },
  ],
  [
    'a visit that looked at nothing at all',
    tree('Picea abies', visit('2025-11-01', [PLATE], ROAD), visit('2026-05-01', [], { looked: [] })),
    { soundness: ACT, first: ['close off now'], risk: ['extreme'] },
  ],
  [
    'a cracked limb that was taken off',
    tree(
      'Acer saccharinum',
      visit('2025-07-01', [{ id: 'crack', zone: 'branches', kind: 'across', diameter: cm(25) }], PLAYGROUND),
      visit(
        '2026-07-01',
        [{ id: 'crack', zone: 'branches', kind: 'across', ...ended('work', 'limb taken off at the collar') }],
        PLAYGROUND,
      ),
    ),
    { soundness: CLEAR },
  ],
  [
    'a work does not mend a crack in the stem',
    tree(
      'Acer saccharinum',
      visit('2025-07-01', [{ id: 'crack', zone: 'stem-n', kind: 'shear' }], PLAYGROUND),
      visit('2026-07-01', [{ id: 'crack', zone: 'stem-n', kind: 'shear', ...ended('work', 'deadwood taken out') }], PLAYGROUND),
    ),
    { refused: /work|investigation/ },
  ],
  [
    'an end without a reason is no end',
    tree('Picea abies', visit('2025-11-01', [PLATE]), visit('2026-05-01', [{ ...PLATE, ...ended('investigation', '') }])),
    { refused: /ended|few words/ },
  ],
  [
    'a trench is planned for September and the next visit says nothing of it: somebody comes before it is dug',
    tree(
      'Quercus robur',
      visit('2026-03-10', [], {
        works: [{ kind: 'trench', distance: m(1.5), begins: '2026-09-01', ends: '2026-09-20' }],
        measurements: size(70),
      }),
      visit('2026-07-10', [], PATH),
    ),
    { within: [0, 53], offers: ['stop the works'], notFirst: ['keep'], says: /trench/i },
  ],
  [
    'the trench was filled in last month',
    tree(
      'Quercus robur',
      visit('2026-03-10', [], {
        works: [{ kind: 'trench', distance: m(1.5), begins: '2026-09-01', ends: '2026-09-20' }],
        measurements: size(70),
      }),
      visit('2026-10-15', [], PATH),
    ),
    { within: [0, 66], offers: ['investigate further'], offersNot: ['stop the works'], says: /trench/i },
  ],
  [
    'a trench of two years ago is looked at every year',
    tree(
      'Quercus robur',
      visit('2024-03-10', [], {
        works: [{ kind: 'trench', distance: m(4), begins: '2024-09-01', ends: '2024-09-20' }],
        measurements: size(70),
      }),
      visit('2026-10-15'),
    ),
    { within: [0, 366], says: /trench/i },
  ],
  [
    'works without a date may begin any day',
    tree(
      'Tilia cordata',
      visit('2026-03-10', [], { works: [{ kind: 'building', distance: m(2) }], measurements: size(60) }),
      visit('2026-07-10'),
    ),
    { within: [0, 31], offers: ['stop the works'] },
  ],
  [
    'the building was called off',
    tree(
      'Tilia cordata',
      visit('2026-03-10', [], { works: [{ kind: 'building', distance: m(2) }], measurements: size(60) }),
      visit('2026-07-10', [], { works: [{ kind: 'building', distance: m(2), calledOff: 'the owner withdrew the application' }] }),
    ),
    { within: [300, 1200], offersNot: ['stop the works'], saysNot: /building/i },
  ],
  [
    'what somebody set to act first stays so until somebody takes it back',
    tree(
      'Acer saccharinum',
      visit('2025-09-20', [BARK], {
        ...PATH,
        overrules: [{ what: 'soundness', to: 'act first', why: 'the fork moved in the wind when I leant on it' }],
      }),
      visit('2026-07-10', [], PATH),
    ),
    { soundness: ACT, offersNot: ['keep'], within: [0, 31], says: /moved in the wind/ },
  ],
  [
    'a milder word of a later visit buys no time before a reviewer has agreed',
    tree(
      'Acer saccharinum',
      visit('2025-09-20', [BARK], {
        ...PATH,
        overrules: [{ what: 'soundness', to: 'act first', why: 'the fork moved in the wind when I leant on it' }],
      }),
      visit('2026-07-10', [], { ...PATH, overrules: [{ what: 'soundness', to: 'weakness', why: 'no movement at all in a gale today' }] }),
    ),
    { within: [0, 31] },
  ],
  [
    'an earlier date somebody set is not put off by a visit that has nothing to say',
    tree(
      'Tilia cordata',
      visit('2026-06-01', [], {
        overrules: [{ what: 'comeBack', to: '2026-08-01', why: 'the limb over the gate wants a look after the wedding' }],
      }),
      visit('2026-07-10'),
    ),
    { within: [0, 22] },
  ],
  [
    'the shaggy bracket could not be seen for leaves this time',
    tree(
      'Fraxinus excelsior',
      visit('2025-11-20', [{ id: 'conk', zone: 'stem-s', kind: 'bracket', height: m(6), key: 'bracket-s' }], PATH),
      visit('2026-07-10', [], { ...PATH, unseenSigns: ['bracket-s'] }),
    ),
    { hiddenDecay: LIKELY, says: /could not be seen/, saysNot: /not found this time|not mentioned this time\. it still/i },
  ],
  [
    'wilting that could not be seen this time has not passed',
    tree(
      'Ulmus americana',
      visit('2026-06-10', [{ id: 'wilting', zone: 'crown-top', key: 'flag' }], ROAD),
      visit('2026-08-10', [], { ...ROAD, unseenSigns: ['flag'] }),
    ),
    { agentInThree: 'dutch-elm-disease', offers: ['sample and report'] },
  ],
];

export const YEARS_CASES: PractitionerCase[] = ROWS.map(([words, request, expect]) => ({ words, request, expect }));

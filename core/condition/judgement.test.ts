import fc from 'fast-check';
import { PROFILES } from '../contracts';
import { HIDDEN_DECAY, OPTIONS, SOUNDNESS, STEM_SIDES, VIGOUR, ZONES } from '../knowledge';
import { testLibrary } from '../testing/library';
import { assess, assessRequest, NOT_JUDGED, OUTLOOKS, sideWords, toAssessInput, zoneWords, type Assessment } from '.';

const ALL = [...ZONES];
type Request = Record<string, unknown>;
const district = testLibrary.districts.find((d) => d.id === 'quillhaven');
const run = (request: Request) =>
  assess(
    testLibrary,
    toAssessInput(
      testLibrary,
      assessRequest.parse({ taxon: 'Quercus rubra', date: '2026-07-01', latitude: 46, lifeStage: 'mature', looked: ALL, ...request }),
    ),
    district,
  );
const m = (value: number) => ({ value, unit: 'm' });
const cm = (value: number) => ({ value, unit: 'cm' });

interface Case {
  words: string;
  request: Request;
  vigour?: string;
  soundness?: string;
  hiddenDecay?: string;
  outlook?: string;
  firstOption?: string;
  option?: string;
  aside?: number;
}

// Judged cases of the trade with the bands that people of the trade would give. Common practice, no source.
const CASES: Case[] = [
  {
    words: 'an oak with a stag head that has not changed',
    request: { taxon: 'Quercus robur', lifeStage: 'old', signs: [{ id: 'stag-head', zone: 'crown-top', percent: 20, trend: 'same' }] },
    vigour: 'thriving',
    aside: 1,
  },
  {
    words: 'the same still drawing back',
    request: { taxon: 'Quercus robur', lifeStage: 'old', signs: [{ id: 'stag-head', zone: 'crown-top', percent: 20, trend: 'larger' }] },
    vigour: 'strained',
    soundness: 'weakness',
    option: 'prune or reduce',
  },
  {
    words: 'the same on a maple',
    request: { taxon: 'Acer platanoides', lifeStage: 'old', signs: [{ id: 'stag-head', zone: 'crown-top', percent: 20, trend: 'same' }] },
    vigour: 'fair',
  },
  {
    words: 'shoots along the limbs of a gum',
    request: { taxon: 'Eucalyptus camaldulensis', signs: [{ id: 'epicormic-crown', zone: 'crown-mid', percent: 40 }] },
    vigour: 'thriving',
    aside: 1,
  },
  {
    words: 'the same on an ash',
    request: { taxon: 'Fraxinus excelsior', signs: [{ id: 'epicormic-crown', zone: 'crown-mid', percent: 40 }] },
    vigour: 'strained',
  },
  {
    words: 'an evergreen climber over half the crown',
    request: { signs: [{ id: 'vine-in-crown', zone: 'crown-mid', percent: 55, kind: 'evergreen' }] },
    soundness: 'weakness',
    vigour: 'fair',
    option: 'free it from competitors',
  },
  {
    words: 'a squirrel’s bite round a quarter of a stem',
    request: { signs: [{ id: 'bark-stripping', zone: 'stem-n', percent: 30, kind: 'fine-pairs' }] },
    soundness: 'weakness',
    vigour: 'fair',
    hiddenDecay: 'possible',
  },
  {
    words: 'a stem all but ringed',
    request: { signs: [{ id: 'girdling-cut', zone: 'stem-n', percent: 90 }] },
    vigour: 'failing',
    firstOption: 'investigate further',
  },
  {
    words: 'fresh coarse dust from a hole',
    request: { signs: [{ id: 'frass', zone: 'stem-n', kind: 'coarse-chips' }] },
    soundness: 'weakness',
    hiddenDecay: 'possible',
  },
  {
    words: 'a woodpecker’s nest hole',
    request: { signs: [{ id: 'woodpecker-holes', zone: 'stem-n', kind: 'nest-hole' }] },
    soundness: 'weakness',
    hiddenDecay: 'likely',
  },
  {
    words: 'rows of sap wells',
    request: { signs: [{ id: 'woodpecker-holes', zone: 'stem-n', kind: 'rows-of-wells' }] },
    soundness: 'no weakness seen',
    aside: 1,
  },
  {
    words: 'a swelling at the graft',
    request: { taxon: 'Fraxinus ornus', signs: [{ id: 'swollen-bands', zone: 'stem-n', kind: 'at-a-graft' }] },
    soundness: 'no weakness seen',
    aside: 1,
  },
  {
    words: 'a ring of swelling anywhere',
    request: { signs: [{ id: 'swollen-bands', zone: 'stem-n', kind: 'anywhere' }] },
    soundness: 'weakness',
  },
  {
    words: 'a wire grown deep into most of the stem',
    request: { signs: [{ id: 'girdling-wire', zone: 'stem-n', percent: 80, depth: cm(4) }] },
    soundness: 'serious weakness',
    option: 'improve the ground',
  },
  {
    words: 'a stem shattered by lightning',
    request: { signs: [{ id: 'lightning-scar', zone: 'stem-n', kind: 'shattered' }] },
    soundness: 'act first',
    firstOption: 'exclude target',
  },
  {
    words: 'two stems grown together, upright',
    request: { signs: [{ id: 'grown-together-stems', zone: 'unions', kind: 'upright' }] },
    soundness: 'weakness',
  },
  {
    words: 'the same leaning apart',
    request: { signs: [{ id: 'grown-together-stems', zone: 'unions', kind: 'diverging' }] },
    soundness: 'serious weakness',
    option: 'support',
  },
  {
    words: 'a bald cypress in standing water',
    request: { taxon: 'Taxodium distichum', signs: [{ id: 'waterlogging', zone: 'soil', kind: 'for-months' }] },
    vigour: 'thriving',
    aside: 1,
  },
  {
    words: 'a beech in standing water',
    request: { taxon: 'Fagus sylvatica', signs: [{ id: 'waterlogging', zone: 'soil', kind: 'for-months' }] },
    vigour: 'strained',
    soundness: 'weakness',
    option: 'improve the ground',
  },
  {
    words: 'half the root ground dug away',
    request: { signs: [{ id: 'grade-change', zone: 'roots', kind: 'lowered', percent: 50 }] },
    soundness: 'serious weakness',
  },
  {
    words: 'two spades of soil on the roots',
    request: { signs: [{ id: 'grade-change', zone: 'soil', kind: 'raised', depth: cm(40) }] },
    vigour: 'strained',
    hiddenDecay: 'possible',
    option: 'improve the ground',
  },
  {
    words: 'aphids on a linden in June',
    request: { taxon: 'Tilia cordata', date: '2026-06-10', signs: [{ id: 'aphids', zone: 'foliage', percent: 30 }] },
    vigour: 'thriving',
    aside: 1,
  },
  {
    words: 'mildew on an oak in September',
    request: { taxon: 'Quercus robur', date: '2026-09-10', signs: [{ id: 'mildew', zone: 'foliage', percent: 50 }] },
    vigour: 'thriving',
    aside: 1,
  },
  {
    words: 'mildew over most of an oak in June',
    request: { taxon: 'Quercus robur', date: '2026-06-10', signs: [{ id: 'mildew', zone: 'foliage', percent: 60 }] },
    vigour: 'fair',
  },
  { words: 'most of the leaves eaten', request: { signs: [{ id: 'chewed', zone: 'foliage', percent: 80 }] }, vigour: 'strained' },
  {
    words: 'twigs crusted with scales',
    request: { signs: [{ id: 'scale-insects', zone: 'branches', cover: 70, kind: 'oyster-shells' }] },
    vigour: 'strained',
  },
  {
    words: 'a thin crown in January says nothing',
    request: { date: '2026-01-15', signs: [{ id: 'thin-crown', zone: 'crown-top', percent: 60 }] },
    vigour: 'thriving',
    aside: 1,
  },
  {
    words: 'a thin crown in the month it leafs out',
    request: { date: '2026-05-02', taxon: 'Robinia pseudoacacia', signs: [{ id: 'thin-crown', zone: 'crown-top', percent: 40 }] },
    aside: 1,
  },
  {
    words: 'yellow leaves on a birch in October',
    request: { date: '2026-10-15', taxon: 'Betula pendula', signs: [{ id: 'discoloured-foliage', zone: 'foliage', percent: 90 }] },
    vigour: 'thriving',
    aside: 1,
  },
  {
    words: 'the same in July',
    request: { date: '2026-07-15', taxon: 'Betula pendula', signs: [{ id: 'discoloured-foliage', zone: 'foliage', percent: 90 }] },
    aside: 0,
  },
  { words: 'a broadleaf with 45 % of its height in crown', request: { measurements: { height: m(20), crownBase: m(11) } }, vigour: 'fair' },
  {
    words: 'a conifer with the same',
    request: { taxon: 'Pinus nigra', measurements: { height: m(20), crownBase: m(11) } },
    vigour: 'thriving',
  },
  {
    words: 'a palm with a tenth',
    request: { taxon: 'Phoenix canariensis', measurements: { height: m(10), crownBase: m(9), dbh: cm(6) } },
    vigour: 'thriving',
    soundness: 'no weakness seen',
  },
  {
    words: 'a drum under the mallet, no mark made of it',
    request: { sounding: [{ zone: 'stem-n', sound: 'drum' }] },
    soundness: 'weakness',
    hiddenDecay: 'likely',
  },
  {
    words: 'a clear ring all round',
    request: { sounding: STEM_SIDES.map((zone) => ({ zone, sound: 'clear' })) },
    soundness: 'no weakness seen',
    hiddenDecay: 'none suspected',
  },
  {
    words: 'a failing tree that shoots from its roots',
    request: {
      taxon: 'Ulmus americana',
      signs: [
        { id: 'tip-dieback', zone: 'crown-top', percent: 60 },
        { id: 'root-shoots', zone: 'roots', count: 5 },
      ],
    },
    vigour: 'failing',
    option: 'bring on a successor',
    outlook: 'short',
  },
  {
    words: 'an overtopped tree that still grows',
    request: { profile: 'stewardship', signs: [{ id: 'overtopped', zone: 'crown-top' }] },
    firstOption: 'free it from competitors',
  },
];

describe('judged cases', () => {
  it(`are thirty or more`, () => expect(CASES.length).toBeGreaterThanOrEqual(30));
  it.each(CASES.map((c) => [c.words, c] as const))('%s', (_words, c) => {
    const a = run(c.request);
    if (c.vigour) expect(a.vigour.band).toBe(c.vigour);
    if (c.soundness) expect(a.soundness.band).toBe(c.soundness);
    if (c.hiddenDecay) expect(a.hiddenDecay.band).toBe(c.hiddenDecay);
    if (c.outlook) expect(a.outlook).toBe(c.outlook);
    if (c.firstOption) expect(a.options[0]?.do).toBe(c.firstOption);
    if (c.option) expect(a.options.map((o) => o.do)).toContain(c.option);
    if (c.aside !== undefined) expect(a.normalHere).toHaveLength(c.aside);
  });
});

describe('the drill in the judgement', () => {
  const input = (shell: number, decayMet = true) => ({
    ...toAssessInput(
      testLibrary,
      assessRequest.parse({ taxon: 'Quercus rubra', date: '2026-07-01', latitude: 46, looked: ALL, measurements: { dbh: cm(60) } }),
    ),
    drillings: [{ zone: 'stem-n' as const, height: 1, bark: 0.01, shell, plusMinus: 0.005, decayMet, from: 'drill' as const }],
  });
  // Mattheck and Breloer 1994 (from memory): shell over radius under 0.3 warns; 30 cm of radius here.
  it.each([
    [0.08, 'serious weakness', 'likely'],
    [0.15, 'weakness', 'likely'],
  ])('a shell of %d m: %s, hidden decay %s', (shell, band, decay) => {
    const a = assess(testLibrary, input(shell));
    expect(a.soundness.band).toBe(band);
    expect(a.hiddenDecay.band).toBe(decay);
  });
  it('a sound line clears nothing', () => {
    const a = assess(testLibrary, input(0.3, false));
    expect(a.hiddenDecay.band).toBe('none suspected');
    expect(a.hiddenDecay.reasons.join(' ')).toMatch(/beside its line nothing is known/);
  });
});

describe('every statement opens to its rule and evidence', () => {
  it('has all three in words, with a source', () => {
    fc.assert(
      fc.property(fc.subarray(testLibrary.signs, { maxLength: 5 }), fc.subarray(ALL), (signs, looked) => {
        const a = run({
          looked,
          signs: signs.map((s) => ({ id: s.id, zone: s.zones[0] })),
          measurements: { height: m(20), crownBase: m(12), dbh: cm(18) },
        });
        for (const judged of [a.vigour, a.soundness, a.hiddenDecay]) {
          expect(judged.statements.map((s) => s.says)).toEqual(judged.reasons);
          for (const s of judged.statements)
            for (const words of [s.says, s.rule, s.evidence, s.source]) expect(words.length).toBeGreaterThan(5);
        }
      }),
      { numRuns: 80 },
    );
  });
  it('a rule names its conditions', () => {
    const a = run({ signs: [{ id: 'cavity', zone: 'stem-e', opening: cm(14) }] });
    expect(a.soundness.statements[0]).toMatchObject({
      rule: 'Cavity, opening over 0.1 m: soundness at least serious weakness.',
      evidence: 'Seen at the east side of the stem: 14 cm open.',
    });
  });
});

describe('overruling', () => {
  const sick = { signs: [{ id: 'basal-conk', zone: 'collar', kind: 'bracket' }] };
  it('takes the person’s band, keeps the rules’ beside it, and says it is milder', () => {
    const a = run({ ...sick, overrules: [{ what: 'soundness', to: 'weakness', why: 'an old dry bracket on a dead buttress' }] });
    expect(a.soundness.band).toBe('weakness');
    expect(a.soundness.overruled).toEqual({ from: 'serious weakness', why: 'an old dry bracket on a dead buttress' });
    expect(a.soundness.reasons.join(' ')).toMatch(/Conk at the base|wood fungus/i);
    expect(a.overruled).toEqual([expect.objectContaining({ what: 'soundness', from: 'serious weakness', to: 'weakness', milder: true })]);
    expect(a.note).toMatch(/The rules say soundness serious weakness; I say weakness: an old dry bracket/);
  });
  it('options, outlook and date follow the person’s word', () => {
    const worse = run({ overrules: [{ what: 'soundness', to: 'act first', why: 'it moved when I pushed' }] });
    expect(worse.options[0]?.do).toBe('exclude target');
    expect(worse.outlook).toBe('short');
    expect(worse.comeBack.by <= '2026-07-10').toBe(true);
    expect(worse.overruled[0]?.milder).toBe(false);
  });
  it.each([
    ['vigour', 'failing', (a: Assessment) => a.vigour.band],
    ['hiddenDecay', 'likely', (a: Assessment) => a.hiddenDecay.band],
    ['outlook', 'short', (a: Assessment) => a.outlook],
    ['comeBack', '2027-01-15', (a: Assessment) => a.comeBack.by],
    ['option', 'keep as habitat', (a: Assessment) => a.options[0]?.do],
    ['cause', 'soil-compaction-stress', (a: Assessment) => a.agents[0]?.agent],
  ] as const)('%s to %s', (what, to, get) => {
    const a = run({ signs: [{ id: 'thin-crown', zone: 'crown-top', percent: 35 }], overrules: [{ what, to, why: 'seen before here' }] });
    expect(get(a)).toBe(to);
    expect(a.overruled).toHaveLength(1);
    expect(a.note).toMatch(/seen before here/);
  });
  it.each([
    ['soundness', 'fine'],
    ['outlook', 'for ever'],
    ['comeBack', '2020-01-01'],
    ['comeBack', 'soon'],
    ['option', 'paint it'],
    ['cause', 'goblins'],
    ['failure', 'maybe'],
  ])('%s to "%s" is no answer and changes nothing', (what, to) => {
    const plain = run(sick);
    const a = run({ ...sick, overrules: [{ what, to, why: 'because' }] });
    expect(a.overruled).toEqual([]);
    expect({ ...a }).toEqual({ ...plain });
  });
  it('needs a reason', () => expect(() => run({ overrules: [{ what: 'vigour', to: 'failing', why: ' ' }] })).toThrow(/why/));
  it('a sign set aside by the person stops counting, stays in the record, and can be told from a normal one', () => {
    const a = run({ signs: [{ id: 'loose-bark', zone: 'stem-n', cover: 10, leftAside: 'poster paste, not bark' }] });
    expect(a.soundness.band).toBe('no weakness seen');
    expect(a.normalHere).toEqual([{ sign: 'loose-bark', zone: 'stem-n', why: 'Set aside by the observer: poster paste, not bark' }]);
  });
});

describe('monotony over the whole library', () => {
  const rank = (bands: readonly string[], band: string) => bands.indexOf(band);
  const someSigns = fc.subarray(testLibrary.signs, { maxLength: 4 });
  const seen = (signs: typeof testLibrary.signs) => signs.map((s) => ({ id: s.id, zone: s.zones[0] }));
  it('another sign never makes a scale milder', () => {
    fc.assert(
      fc.property(someSigns, fc.constantFrom(...testLibrary.signs), (signs, more) => {
        const without = run({ signs: seen(signs) });
        const with_ = run({ signs: seen([...new Set([...signs, more])]) });
        expect(rank(VIGOUR, with_.vigour.band)).toBeGreaterThanOrEqual(rank(VIGOUR, without.vigour.band));
        expect(rank(SOUNDNESS, with_.soundness.band)).toBeGreaterThanOrEqual(rank(SOUNDNESS, without.soundness.band));
        expect(rank(HIDDEN_DECAY, with_.hiddenDecay.band)).toBeGreaterThanOrEqual(rank(HIDDEN_DECAY, without.hiddenDecay.band));
      }),
      { numRuns: 150 },
    );
  });
  it('a larger share never makes vigour milder, for every sign that has one', () => {
    const shared = testLibrary.signs.filter((s) => s.fields.percent);
    fc.assert(
      fc.property(fc.constantFrom(...shared), fc.integer({ min: 0, max: 20 }), fc.integer({ min: 0, max: 20 }), (sign, a, b) => {
        const at = (steps: number) =>
          rank(
            VIGOUR,
            run({
              taxon: 'Ginkgo biloba',
              signs: [{ id: sign.id, zone: sign.zones[0], percent: 5 * steps, kind: sign.fields.kind?.words?.[0] }],
            }).vigour.band,
          );
        expect(at(Math.max(a, b))).toBeGreaterThanOrEqual(at(Math.min(a, b)));
      }),
      { numRuns: 150 },
    );
  });
  it('a better crown never improves soundness or hidden decay, whatever the signs', () => {
    fc.assert(
      fc.property(someSigns, fc.double({ min: 1, max: 18, noNaN: true }), fc.double({ min: 1, max: 18, noNaN: true }), (signs, a, b) => {
        const at = (base: number) => run({ signs: seen(signs), measurements: { height: m(20), crownBase: m(base) } });
        expect(at(a).soundness.band).toBe(at(b).soundness.band);
        expect(at(a).hiddenDecay.band).toBe(at(b).hiddenDecay.band);
      }),
      { numRuns: 80 },
    );
  });
  it('looking at more never makes the record say less, signs or none', () => {
    fc.assert(
      fc.property(someSigns, fc.subarray(ALL), fc.subarray(ALL), (signs, some, more) => {
        const little = run({ looked: some, signs: seen(signs) });
        const much = run({ looked: [...new Set([...some, ...more])], signs: seen(signs) });
        expect(much.lookedAt.percent).toBeGreaterThanOrEqual(little.lookedAt.percent);
        expect(much.lookedAt.cannotSay.length).toBeLessThanOrEqual(little.lookedAt.cannotSay.length);
        // A scale that was judged stays judged.
        for (const scale of ['vigour', 'soundness', 'hiddenDecay'] as const)
          if (little[scale].band !== NOT_JUDGED) expect(much[scale].band).not.toBe(NOT_JUDGED);
      }),
      { numRuns: 100 },
    );
  });
  it('sounding more sides clear never lowers hidden decay', () => {
    fc.assert(
      fc.property(someSigns, fc.subarray([...STEM_SIDES]), (signs, sides) => {
        const plain = run({ signs: seen(signs) });
        const rung = run({ signs: seen(signs), sounding: sides.map((zone) => ({ zone, sound: 'clear' })) });
        expect(rung.hiddenDecay.band).toBe(plain.hiddenDecay.band);
      }),
      { numRuns: 60 },
    );
  });
  it('an outlook on a half-seen tree says so', () => {
    expect(run({ looked: ['crown-top', 'stem-n'] }).outlookBecause).toMatch(/as far as it was looked at/);
    expect(run({}).outlookBecause).not.toMatch(/as far as/);
  });
  it('a worse outlook never comes with better bands', () => {
    fc.assert(
      fc.property(someSigns, fc.constantFrom(...testLibrary.signs), (signs, more) => {
        const at = (list: typeof testLibrary.signs) => rank(OUTLOOKS, run({ taxon: 'Ginkgo biloba', signs: seen(list) }).outlook);
        // On a host without agents of its own the outlook follows the bands alone.
        expect(at([...new Set([...signs, more])])).toBeGreaterThanOrEqual(at(signs) - 1);
      }),
      { numRuns: 80 },
    );
  });
});

describe('options', () => {
  it('keeping is no answer for a tree that nobody judged', () => {
    expect(run({ looked: [] }).options.map((o) => o.do)).toEqual(['watch']);
    expect(run({ looked: ['crown-top', 'crown-mid', 'crown-low', 'foliage'] }).options.map((o) => o.do)).not.toContain('keep');
  });
  it('are of the list, each once, each with a reason; cutting and climbing need licensed people', () => {
    fc.assert(
      fc.property(fc.subarray(testLibrary.signs, { maxLength: 5 }), fc.constantFrom(...PROFILES), (signs, profile) => {
        const { options } = run({
          profile,
          signs: signs.map((s) => ({ id: s.id, zone: s.zones[0], ...(s.fields.size ? { size: 'large' } : {}) })),
        });
        expect(new Set(options.map((o) => o.do)).size).toBe(options.length);
        for (const option of options) {
          expect(OPTIONS).toContain(option.do);
          expect(option.because.join('').length).toBeGreaterThan(5);
          if (['prune or reduce', 'support', 'remove', 'free it from competitors'].includes(option.do))
            expect(option.needs.join(' ')).toMatch(/licensed/);
          if (option.do === 'keep as habitat') expect(option.needs.join(' ')).toMatch(/nothing beneath/);
        }
      }),
      { numRuns: 100 },
    );
  });
  it('each profile has its own order of the same options', () => {
    const request = {
      taxon: 'Fagus grandifolia',
      signs: [
        { id: 'tip-dieback', zone: 'crown-top', percent: 60 },
        { id: 'basal-shoots-sign', zone: 'collar' },
      ],
    };
    const of = (profile: string) => run({ ...request, profile }).options.map((o) => o.do);
    const [amenity, stewardship, habitat] = PROFILES.map(of);
    expect(new Set(amenity)).toEqual(new Set(habitat));
    expect(amenity).not.toEqual(habitat);
    expect(stewardship?.[0]).toBe('keep as seed source');
    expect(habitat?.[0]).toBe('keep as habitat');
  });
  it('a rare kind is kept to its last: removal comes last', () => {
    const { options } = run({ taxon: 'Fagus grandifolia', signs: [{ id: 'tip-dieback', zone: 'crown-top', percent: 60 }] });
    expect(options.at(-1)?.do).toBe('remove');
  });
  it('where people stay beneath a weak tree, getting them out comes before habitat even in a habitat practice', () => {
    const { options } = run({
      profile: 'habitat',
      signs: [{ id: 'union-crack', zone: 'unions' }],
      beneath: [{ what: 'people-staying', howOften: 'constant' }],
    });
    const at = (what: string) => options.findIndex((o) => o.do === what);
    expect(at('exclude target')).toBe(0);
    expect(at('exclude target')).toBeLessThan(at('keep as habitat'));
  });
  it('works inside the root zone call for a fence before they begin', () => {
    const { options, works } = run({ measurements: { dbh: cm(50) }, works: [{ kind: 'trench', distance: m(3) }] });
    expect(works?.works[0]?.where).toBe('inside the root zone');
    expect(options.find((o) => o.do === 'improve the ground')?.because.join(' ')).toMatch(/fence it/);
  });
});

describe('coming back', () => {
  it('sides unseen in summer bring one back while the tree is bare', () => {
    const { comeBack } = run({ looked: ALL.filter((z) => z !== 'stem-n'), date: '2026-07-01' });
    expect(comeBack.season).toBe('winter');
    expect(comeBack.because).toMatch(/structure shows best bare/);
    expect(comeBack.by > '2026-08-01' && comeBack.by <= '2027-07-01').toBe(true);
  });
  it('a tree that is bare in spring only is not looked at bare in winter', () => {
    const jacaranda = { taxon: 'Jacaranda mimosifolia', looked: ALL.filter((z) => z !== 'stem-n') };
    expect(run({ ...jacaranda, date: '2026-01-15' }).comeBack).toMatchObject({ season: 'spring' });
    expect(run({ ...jacaranda, date: '2026-01-15' }).lookedAt.cannotSay.join(' ')).not.toMatch(/Out of leaf/);
    expect(run({ ...jacaranda, date: '2026-03-15' }).lookedAt.cannotSay.join(' ')).toMatch(/Out of leaf/);
  });
  it('a leafless look brings one back in leaf', () => {
    const { comeBack } = run({ date: '2026-01-15' });
    expect(comeBack.season).toBe('summer');
    expect(comeBack.because).toMatch(/seen in leaf/);
  });
  it('the south has its winter in July', () => {
    const { comeBack } = run({ date: '2026-01-15', latitude: -35, looked: ALL.filter((z) => z !== 'stem-n') });
    expect(comeBack.season).toBe('winter');
    expect(['06', '07', '08']).toContain(comeBack.by.slice(5, 7));
  });
  it('what cannot wait waits for no season', () =>
    expect(run({ signs: [{ id: 'union-crack', zone: 'unions' }] }).comeBack.by <= '2026-07-10').toBe(true));
  it('is never later for more signs, nor for more beneath', () => {
    fc.assert(
      fc.property(fc.constantFrom(...testLibrary.signs), (sign) => {
        const one = { taxon: 'Ginkgo biloba', signs: [{ id: sign.id, zone: sign.zones[0] }] };
        const clean = run({ taxon: 'Ginkgo biloba' }).comeBack.by;
        const marked = run(one).comeBack.by;
        const busy = run({ ...one, beneath: [{ what: 'people-staying', howOften: 'constant' }] }).comeBack.by;
        expect(marked <= clean).toBe(true);
        expect(busy <= marked).toBe(true);
      }),
      { numRuns: 73 },
    );
  });
});

describe('the note', () => {
  it('names every part that nobody looked at', () => {
    fc.assert(
      fc.property(fc.subarray([...ZONES]), (looked) => {
        const { note, lookedAt } = run({ looked });
        const sentence = /I did not look at (.*);/.exec(note)?.[1] ?? '';
        for (const zone of lookedAt.unseen.filter((z) => looked.length > 0 && !z.startsWith('stem-')))
          expect(sentence).toContain(zoneWords(zone));
        const sides = ZONES.filter((z) => z.startsWith('stem-') && !looked.includes(z));
        if (looked.length > 0 && sides.length > 0 && sides.length < 8)
          expect(/\((.*)\)/.exec(sentence)?.[1]?.split(/, | and /)).toEqual(sides.map(sideWords));
        expect(/looked at every part/.test(note)).toBe(looked.length === ZONES.length);
      }),
    );
  });
  it('reads as sentences: capitals first, one stop last, nothing empty, whatever was seen', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...testLibrary.taxa),
        fc.subarray(testLibrary.signs, { maxLength: 4 }),
        fc.subarray(ALL),
        fc.constantFrom('2026-01-10', '2026-07-10'),
        fc.boolean(),
        (taxon, signs, looked, date, busy) => {
          const { note } = run({
            taxon: taxon.name,
            date,
            looked,
            signs: signs.map((s) => ({ id: s.id, zone: s.zones[0] })),
            ...(busy
              ? {
                  beneath: [{ what: 'road', howOften: 'frequent' }],
                  measurements: { dbh: cm(40), height: m(15) },
                  works: [{ kind: 'trench', distance: m(2) }],
                }
              : {}),
          });
          for (const paragraph of note.split('\n')) {
            expect(paragraph).toMatch(/^[A-Z].*[.)]$/);
            expect(paragraph).not.toMatch(/\.\.|\.\)\.| {2}|undefined|NaN|: \.|;\s*\./);
          }
        },
      ),
      { numRuns: 120 },
    );
  });
  it('says what cannot be said, what to do first and when to come back', () => {
    const { note } = run({ looked: ['crown-top', 'stem-n'], signs: [{ id: 'conk', zone: 'stem-n', kind: 'bracket' }] });
    expect(note).toMatch(/I did not look at the middle of the crown, the lower crown, .* seven sides of the stem \(north-east, /);
    expect(note).toMatch(/First I would/);
    expect(note).toMatch(/Come back by \d{4}-\d{2}-\d{2}, in (winter|spring|summer|autumn)/);
    expect(note).toMatch(/how far it reaches cannot be seen from outside/);
  });
  it('never calls a tree sound of which half was not seen', () => {
    fc.assert(
      fc.property(fc.subarray(ALL, { maxLength: 9 }), (looked) => {
        expect(run({ looked }).note).not.toMatch(/I went all round and saw no weakness/);
      }),
    );
  });
});

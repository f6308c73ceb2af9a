import { ratingWords } from '../words/en/stored';
import { STEM_SIDES, ZONES } from '../knowledge';
import { judgeOak } from '../testing/judge';
import { testLibrary } from '../testing/library';
import { assessRequest, toAssessInput } from './request';
import { lookedAt } from './looked/looked';

// Judged cases as people of the trade would judge them. Common practice, no source.

interface Case {
  words: string;
  taxon?: string;
  date?: string;
  stage?: 'young' | 'mature' | 'old';
  signs: Record<string, unknown>[];
  vigour?: string;
  soundness?: string;
  hiddenDecay?: string;
  agent?: string;
  firstOption?: string;
}

const CASES: Case[] = [
  {
    words: 'nothing to see on a tree looked at all over',
    signs: [],
    vigour: 'thriving',
    soundness: 'no weakness seen',
    hiddenDecay: 'none suspected',
    firstOption: 'keep',
  },
  {
    words: 'a small hole at head height',
    signs: [{ id: 'cavity', zone: 'stem-e', opening: { value: 4, unit: 'cm' } }],
    soundness: 'weakness',
    hiddenDecay: 'likely',
  },
  {
    words: 'a hole wider than a hand',
    signs: [{ id: 'cavity', zone: 'stem-e', opening: { value: 14, unit: 'cm' } }],
    soundness: 'serious weakness',
    hiddenDecay: 'likely',
  },
  {
    words: 'a small hole that has grown',
    signs: [{ id: 'cavity', zone: 'stem-e', opening: { value: 4, unit: 'cm' }, trend: 'larger' }],
    soundness: 'serious weakness',
  },
  {
    words: 'a wood fungus on the stem',
    signs: [{ id: 'conk', zone: 'stem-w', kind: 'bracket' }],
    soundness: 'serious weakness',
    hiddenDecay: 'likely',
  },
  {
    words: 'a bracket at the foot under a full crown',
    signs: [{ id: 'basal-conk', zone: 'collar', kind: 'bracket' }],
    vigour: 'thriving',
    soundness: 'serious weakness',
    hiddenDecay: 'likely',
  },
  { words: 'ants pouring out of the stem', signs: [{ id: 'ants', zone: 'stem-s' }], soundness: 'weakness', hiddenDecay: 'likely' },
  { words: 'a dull sound under the mallet', signs: [{ id: 'hollow-sound', zone: 'stem-n' }], soundness: 'weakness', hiddenDecay: 'likely' },
  { words: 'a probe sinks in', signs: [{ id: 'soft-wood', zone: 'collar' }], soundness: 'serious weakness', hiddenDecay: 'likely' },
  {
    words: 'a flat discoloured patch on an ash',
    taxon: 'Fraxinus americana',
    signs: [{ id: 'flattened-discoloured-bark', zone: 'stem-n' }],
    soundness: 'weakness',
    hiddenDecay: 'possible',
  },
  {
    words: 'loose bark on an elm',
    taxon: 'Ulmus americana',
    signs: [{ id: 'loose-bark', zone: 'stem-n', cover: 10 }],
    soundness: 'weakness',
    hiddenDecay: 'possible',
  },
  {
    words: 'the same on a silver maple, whose bark hangs in strips',
    taxon: 'Acer saccharinum',
    signs: [{ id: 'loose-bark', zone: 'stem-n', cover: 10 }],
    soundness: 'no weakness seen',
    hiddenDecay: 'none suspected',
  },
  {
    words: 'strips of loose bark on a young silver maple are not yet its habit',
    taxon: 'Acer saccharinum',
    stage: 'young',
    signs: [{ id: 'loose-bark', zone: 'stem-n', cover: 10 }],
    soundness: 'weakness',
  },
  { words: 'an equal fork', signs: [{ id: 'codominant-fork', zone: 'unions' }], soundness: 'weakness' },
  { words: 'bark pressed in the fork', signs: [{ id: 'included-bark', zone: 'unions' }], soundness: 'weakness' },
  {
    words: 'bark pressed in the fork, and a bulge beside it that shows it works',
    signs: [
      { id: 'included-bark', zone: 'unions' },
      { id: 'bulge', zone: 'unions' },
    ],
    soundness: 'serious weakness',
  },
  { words: 'the fork opens', signs: [{ id: 'union-crack', zone: 'unions' }], soundness: 'act first', firstOption: 'close off now' },
  { words: 'a seam below the fork', signs: [{ id: 'seam', zone: 'unions' }], soundness: 'weakness', hiddenDecay: 'possible' },
  {
    words: 'a large hung branch',
    signs: [{ id: 'hung-branch', zone: 'crown-mid', size: 'large' }],
    soundness: 'act first',
    firstOption: 'close off now',
  },
  { words: 'a crack across the grain', signs: [{ id: 'crack', zone: 'stem-s', kind: 'across' }], soundness: 'act first' },
  { words: 'an old frost crack along it', signs: [{ id: 'crack', zone: 'stem-s', kind: 'along' }], soundness: 'serious weakness' },
  {
    words: 'an old lean that has corrected itself',
    signs: [{ id: 'lean', zone: 'stem-s', kind: 'old-and-corrected', angle: { value: 10, unit: 'deg' } }],
    soundness: 'no weakness seen',
  },
  {
    words: 'a fresh lean that lifts the ground',
    signs: [{ id: 'lean', zone: 'stem-s', kind: 'with-heave', angle: { value: 10, unit: 'deg' } }],
    soundness: 'act first',
  },
  { words: 'the root plate lifts', signs: [{ id: 'root-plate-lift', zone: 'roots' }], soundness: 'act first' },
  { words: 'a burl, and nothing else', signs: [{ id: 'burl', zone: 'stem-w' }], vigour: 'thriving', soundness: 'no weakness seen' },
  { words: 'tips dying on a tenth of the crown', signs: [{ id: 'tip-dieback', zone: 'crown-top', percent: 10 }], vigour: 'strained' },
  {
    words: 'tips dying on half of it',
    signs: [{ id: 'tip-dieback', zone: 'crown-top', percent: 50 }],
    vigour: 'failing',
    hiddenDecay: 'possible',
  },
  { words: 'nothing alive in the crown', signs: [{ id: 'tip-dieback', zone: 'crown-top', percent: 100 }], vigour: 'dead' },
  {
    words: 'fine dead twigs low inside the shade line',
    signs: [{ id: 'dead-branches', zone: 'crown-low', size: 'fine', where: 'inside-shade-line' }],
    vigour: 'thriving',
    soundness: 'no weakness seen',
  },
  {
    words: 'large dead limbs at the top',
    signs: [{ id: 'dead-branches', zone: 'crown-top', size: 'large', where: 'above-shade-line', percent: 20 }],
    vigour: 'strained',
    soundness: 'serious weakness',
    firstOption: 'take out dead wood',
  },
  { words: 'shoots on the stem of a walnut', taxon: 'Juglans nigra', signs: [{ id: 'epicormic-stem', zone: 'stem-s' }], vigour: 'fair' },
  {
    words: 'shoots on the stem of a small-leaved lime, which always makes them',
    taxon: 'Tilia cordata',
    signs: [{ id: 'epicormic-stem', zone: 'stem-s' }],
    vigour: 'thriving',
  },
  {
    words: 'pockmarks on a beech',
    taxon: 'Fagus grandifolia',
    signs: [{ id: 'pockmarks', zone: 'stem-n', cover: 10 }],
    vigour: 'fair',
    agent: 'beech-bark-disease',
  },
  {
    words: 'black powder under the bark of a sycamore maple',
    taxon: 'Acer pseudoplatanus',
    signs: [
      { id: 'sooty-bark-powder', zone: 'stem-s' },
      { id: 'loose-bark', zone: 'stem-s', cover: 40 },
    ],
    vigour: 'failing',
    soundness: 'serious weakness',
    agent: 'sooty-bark-disease',
  },
  {
    words: 'leaves down and tips dead on a plane after a cold wet spring',
    taxon: 'Platanus × acerifolia',
    date: '2026-06-01',
    signs: [
      { id: 'early-leaf-drop', zone: 'foliage', percent: 30 },
      { id: 'leaf-spots', zone: 'foliage', kind: 'angular', percent: 20 },
    ],
    agent: 'plane-anthracnose',
  },
  {
    words: 'bark cut at ankle height',
    signs: [{ id: 'mower-damage', zone: 'collar', percent: 10 }],
    soundness: 'weakness',
    hiddenDecay: 'possible',
    agent: 'mower-injury',
  },
  {
    words: 'a root that strangles half the stem',
    signs: [{ id: 'girdling-root', zone: 'collar', percent: 50 }],
    vigour: 'strained',
    soundness: 'weakness',
  },
  {
    words: 'a kerb trench through the roots',
    signs: [{ id: 'cut-roots', zone: 'roots', percent: 40 }],
    soundness: 'serious weakness',
    agent: 'root-cutting',
  },
];

describe('judged cases', () => {
  it.each(CASES.map((c) => [c.words, c] as const))('%s', (_words, c) => {
    const a = judgeOak({
      ...(c.taxon ? { taxon: c.taxon } : {}),
      ...(c.date ? { date: c.date } : {}),
      ...(c.stage ? { lifeStage: c.stage } : {}),
      signs: c.signs,
    });
    if (c.vigour) expect(a.vigour.band).toBe(c.vigour);
    if (c.soundness) expect(a.soundness.band).toBe(c.soundness);
    if (c.hiddenDecay) expect(a.hiddenDecay.band).toBe(c.hiddenDecay);
    if (c.agent) expect(a.agents[0]?.agent).toBe(c.agent);
    if (c.firstOption) expect(a.options[0]?.do).toBe(c.firstOption);
    // Whatever is judged has a reason, a date, and the general cautions.
    for (const scale of [a.vigour, a.soundness, a.hiddenDecay]) expect(scale.reasons.length).toBeGreaterThan(0);
    expect(a.comeBack.by > (c.date ?? '2026-07-01')).toBe(true);
    expect(a.cautions.join(' ')).toMatch(/permits and licensing/);
    expect(a.note).toContain(`Vigour: ${ratingWords(a.vigour.band)}.`);
  });
});

describe('how much was looked at', () => {
  const of = (looked: readonly string[]) =>
    lookedAt(testLibrary, toAssessInput(testLibrary, assessRequest.parse({ date: '2026-07-01', looked: [...looked] })));
  it('one of eighteen zones is 6%', () => expect(of(['collar']).percent).toBe(6));
  it('all of them is 100% and nothing left unsaid', () => expect(of(ZONES)).toMatchObject({ percent: 100, unseen: [], cannotSay: [] }));
  it.each([
    ['collar', /Root collar/],
    ['unions', /Unions not inspected/],
    ['branches', /dead or hanging branches/],
    ['roots', /Anchorage is not known/],
    ['foliage', /Foliage not inspected/],
    ['crown-top', /Part of the crown/],
  ])('without the %s it says what cannot be said', (zone, sentence) => {
    expect(of(ZONES.filter((z) => z !== zone)).cannotSay.join(' ')).toMatch(sentence);
  });
  it('a sign in a zone means the zone was looked at', () => {
    const input = toAssessInput(
      testLibrary,
      assessRequest.parse({ date: '2026-07-01', looked: [], signs: [{ id: 'burl', zone: 'stem-w' }] }),
    );
    expect(lookedAt(testLibrary, input).unseen).not.toContain('stem-w');
    expect(lookedAt(testLibrary, input).unseen).toHaveLength(17);
  });
  it('knows eight sides', () => expect(STEM_SIDES).toHaveLength(8));
});

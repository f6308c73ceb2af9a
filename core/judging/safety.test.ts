// What must be impossible, held over the whole library and not by examples: each with the reason beside it.
import fc from 'fast-check';
import { habit, HABIT_SIGNS, STAGES, STEM_SIDES, ZONES, type Asked, type Sign, type Zone } from '../knowledge';
import { FAILURES, SCALE_BANDS, type Judgement } from '../record/judgement';
import type { SignSeen } from '../record/sign';
import { ALL, cm, judge, m, type Request } from '../testing/judge';
import { testLibrary } from '../testing/library';
import { emptyLook } from '../record/look';
import { setAside } from './looked/normal';
import type { AssessInput } from './request';
import { runs, sample } from '../testing/sample';

const { taxa, signs } = testLibrary;
const soundnessRank = (a: Judgement) => SCALE_BANDS.soundness.indexOf(a.soundness.band);
const decayRank = (a: Judgement) => SCALE_BANDS.hiddenDecay.indexOf(a.hiddenDecay.band);
const kindsOf = (sign: Sign): (string | undefined)[] => [undefined, ...(sign.fields.kind?.words ?? [])];
const structural = (sign: Sign) => sign.rules.some((rule) => rule.scale !== 'vigour');
const first = (sign: Sign): Zone => sign.zones[0] ?? 'stem-n';

describe('nothing structural is set aside by a record', () => {
  const at = (month: number) => `2026-${String(month).padStart(2, '0')}-15`;
  const look = (taxon: (typeof taxa)[number], stage: (typeof STAGES)[number], month: number, seen: SignSeen): AssessInput => ({
    ...emptyLook(at(month)),
    taxon,
    name: taxon.name,
    latitude: 46,
    lifeStage: stage,
    profile: 'amenity',
    signs: [seen],
  });
  // A hole is a hole on an olive too: what is usual on a kind says why it came, not that it holds.
  it('only a habit of the bark is, on the stem or the branches, and never one that grows', () => {
    for (const taxon of sample(taxa, 25))
      for (const sign of signs)
        for (const kind of kindsOf(sign))
          for (const [i, stage] of STAGES.entries())
            for (const zone of [first(sign), sign.zones.at(-1) ?? first(sign)])
              for (const trend of [undefined, 'larger'] as const) {
                const seen = { id: sign.id, zone, key: 'k', ...(kind ? { kind } : {}), ...(trend ? { trend } : {}) } as SignSeen;
                for (const aside of setAside(testLibrary, look(taxon, stage, 1 + ((i * 5 + sign.id.length) % 12), seen))) {
                  if (aside.quiets === 'vigour') continue;
                  expect([taxon.name, sign.id, kind, zone, trend]).toEqual([
                    taxon.name,
                    HABIT_SIGNS.find((id) => id === sign.id),
                    kind,
                    expect.stringMatching(/^(stem-|branches|crown-)/),
                    undefined,
                  ]);
                }
              }
  });
  // The schema, not a reader, keeps the dangerous entry out.
  it('no record can express that anything else is', () => {
    const why = 'It is how this kind grows.';
    for (const sign of signs.filter(({ id }) => !HABIT_SIGNS.some((held) => held === id)))
      expect(habit.safeParse({ sign: sign.id, on: 'stem', maximumCover: 10, why }).success).toBe(false);
    for (const on of ['collar', 'unions', 'roots'])
      expect(habit.safeParse({ sign: 'loose-bark', on, maximumCover: 10, why }).success).toBe(false);
    for (const rule of [
      { sign: 'loose-bark', on: 'stem', why },
      { sign: 'loose-bark', on: 'stem', maximumCover: 90, why },
      { sign: 'rib', on: 'stem', maximumLength: 3, why },
      { sign: 'rib', kind: 'sharp', on: 'stem', maximumLength: 3, why },
      { sign: 'bulge', on: 'stem', why },
      { sign: 'seam', on: 'stem', why },
    ])
      expect(habit.safeParse(rule).success).toBe(false);
    expect(habit.safeParse({ sign: 'loose-bark', on: 'stem', maximumCover: 60, why }).success).toBe(true);
  });
  // The worst that a crew can meet, on every kind of tree there is.
  const DANGERS: Request[] = [
    { id: 'lean', zone: 'stem-n', kind: 'with-heave', angle: { value: 25, unit: 'deg' } },
    { id: 'lean', zone: 'stem-n', kind: 'straight-and-new', angle: { value: 10, unit: 'deg' } },
    { id: 'cavity', zone: 'stem-s', opening: cm(35), trend: 'larger' },
    { id: 'crack', zone: 'stem-s', kind: 'across' },
    { id: 'conk', zone: 'stem-e', kind: 'hoof' },
    { id: 'basal-conk', zone: 'collar', kind: 'crust' },
    { id: 'soft-wood', zone: 'collar' },
    { id: 'root-plate-lift', zone: 'roots' },
    { id: 'union-crack', zone: 'unions' },
    { id: 'loose-bark', zone: 'stem-n', cover: 95 },
  ];
  it.each(DANGERS.map((danger) => [`${String(danger.id)} ${String(danger.kind ?? '')}`, danger] as const))(
    '%s is a serious weakness or worse on every taxon',
    (_words, danger) => {
      for (const [i, taxon] of sample(taxa, 40, DANGERS.indexOf(danger)).entries()) {
        const a = judge({ taxon: taxon.name, lifeStage: STAGES[i % 3], date: at(1 + (i % 12)), looked: ALL, signs: [danger] });
        expect([taxon.name, soundnessRank(a) >= SCALE_BANDS.soundness.indexOf('serious weakness')]).toEqual([taxon.name, true]);
      }
    },
  );
  it('bark in a fork is a weakness on every taxon, and large dead wood a serious one on all but palms', () => {
    for (const taxon of sample(taxa, 60)) {
      const fork = judge({ taxon: taxon.name, looked: ALL, signs: [{ id: 'included-bark', zone: 'unions' }] });
      expect([taxon.name, fork.soundness.band]).toEqual([taxon.name, 'weakness']);
      const dead = { id: 'dead-branches', zone: 'crown-top', size: 'large', where: 'above-shade-line', percent: 60 };
      const crown = judge({ taxon: taxon.name, looked: ALL, signs: [dead] });
      expect([taxon.name, soundnessRank(crown) >= SCALE_BANDS.soundness.indexOf('weakness')]).toEqual([taxon.name, true]);
    }
  });
});

const someTaxon = fc.constantFrom(...taxa.map((taxon) => taxon.name));
const someSigns = (most: number) =>
  fc.subarray(signs, { maxLength: most }).map((list) => list.map((sign): Request => ({ id: sign.id, zone: first(sign) })));
const KEEPING_OUT = ['close off now', 'exclude target', 'remove'];

describe('dead is never sound', () => {
  // No handbook allows improbable for a standing dead tree.
  it('a dead or failing tree is never without weakness, nor its failure improbable, whatever else was seen', () => {
    fc.assert(
      fc.property(
        someTaxon,
        someSigns(3),
        fc.constantFrom(40, 60, 99, 100),
        fc.constantFrom('frequent', 'constant'),
        (taxon, more, percent, howOften) => {
          const a = judge({
            taxon,
            looked: ALL,
            signs: [...more.filter(({ id }) => id !== 'tip-dieback'), { id: 'tip-dieback', zone: 'crown-top', percent }],
            beneath: [{ what: 'people-passing', howOften }],
          });
          expect(['failing', 'dead']).toContain(a.vigour.band);
          expect(soundnessRank(a)).toBeGreaterThanOrEqual(SCALE_BANDS.soundness.indexOf(percent === 100 ? 'serious weakness' : 'weakness'));
          for (const target of a.screening?.targets ?? []) expect(target.failure).not.toBe('improbable');
          if (percent === 100) expect(KEEPING_OUT).toContain(a.options[0]?.do);
          expect(a.note).not.toMatch(/no (weakness|defect)/);
        },
      ),
      { numRuns: runs(60) },
    );
  });
  // More trouble found never gives a lower risk: a branch at fault takes nothing off the stem.
  it('a fault of a branch never hides a stem that nobody saw', () => {
    const seen: Request = { taxon: 'Quercus rubra', looked: ['crown-low'], beneath: [{ what: 'road', howOften: 'constant' }] };
    const failure = (a: Judgement) => Math.max(...(a.screening?.targets ?? []).map((target) => FAILURES.indexOf(target.failure)));
    const alone = failure(judge(seen));
    for (const sign of signs.filter(({ zones }) => zones.includes('branches')))
      expect(failure(judge({ ...seen, signs: [{ id: sign.id, zone: 'branches' }] }))).toBeGreaterThanOrEqual(alone);
  });
});

describe('a field left empty counts on the safe side', () => {
  /** Values of a field from mild to bad, as far as rules ask for it. */
  function valuesOf(sign: Sign, asked: Asked): (string | number)[] {
    const words = sign.fields[asked as 'kind']?.words;
    if (words) return words;
    const limits = sign.rules
      .filter(({ scale }) => scale !== 'vigour')
      .flatMap((rule) => {
        const test = rule.when?.[asked];
        return [test?.over, test?.under].filter((limit): limit is number => limit !== undefined);
      });
    // Half of the worst limit: an empty field is never milder than the middle of what it could be.
    return limits.length === 0 ? [] : [Math.max(...limits) / 2];
  }
  const entry = (sign: Sign, asked: Asked, value: string | number): Request => {
    // Where no share is asked for, the opening of a thin stem that nobody measured says it (π · 25 cm round).
    if (asked === 'girthShare' && !sign.fields.percent) {
      const across = { value: ((Number(value) / 100) * Math.PI * 25).toFixed(1), unit: 'cm' };
      return { id: sign.id, zone: first(sign), [sign.fields.opening ? 'opening' : 'width']: { ...across, value: Number(across.value) } };
    }
    const field = asked === 'girthShare' ? 'percent' : asked;
    const is =
      field === 'width' || field === 'depth' || field === 'length'
        ? { value, unit: 'm' }
        : field === 'angle'
          ? { value, unit: 'deg' }
          : value;
    return { id: sign.id, zone: first(sign), [field]: is };
  };
  const cases = signs.flatMap((sign) =>
    [...new Set(sign.rules.filter((rule) => rule.scale !== 'vigour').flatMap((rule) => Object.keys(rule.when ?? {}) as Asked[]))]
      .filter((asked) => asked !== 'trend' && asked !== 'stemDiameters' && asked !== 'sides')
      .map((asked) => [`${sign.id}: ${asked}`, sign, asked] as const),
  );
  it.each(cases)('%s', (_words, sign, asked) => {
    const empty = judge({ looked: ALL, signs: [{ id: sign.id, zone: first(sign) }] });
    const ranks = valuesOf(sign, asked)
      .map((value) => judge({ looked: ALL, signs: [entry(sign, asked, value)] }))
      .map((a) => [soundnessRank(a), decayRank(a)] as const);
    expect(ranks.length).toBeGreaterThan(0);
    const middle = (of: 0 | 1) => ranks.map((rank) => rank[of]).sort((a, b) => a - b)[Math.floor((ranks.length - 1) / 2)] ?? 0;
    expect(soundnessRank(empty)).toBeGreaterThanOrEqual(middle(0));
    expect(decayRank(empty)).toBeGreaterThanOrEqual(middle(1));
    // And the answer says so, wherever it counts.
    if (soundnessRank(empty) + decayRank(empty) > 0)
      expect(empty.lookedAt.cannotSay.join('\n')).toMatch(
        new RegExp(`^${sign.label.replace(/[()]/g, '.')}, .*not (written down|measured)`, 'm'),
      );
  });
  it('a limb without a diameter counts as a large one in the screening', () => {
    for (const sign of signs.filter((one) => structural(one) && one.zones.includes('branches') && one.brings === 'its part')) {
      const risk = (more: Request) =>
        judge({
          looked: ALL,
          signs: [{ id: sign.id, zone: 'branches', ...more }],
          beneath: [{ what: 'people-passing', howOften: 'constant' }],
        }).screening;
      const rank = (a: ReturnType<typeof risk>) => ['low', 'moderate', 'high', 'extreme'].indexOf(a?.risk ?? 'low');
      if (sign.fields.diameter) expect(rank(risk({}))).toBeGreaterThanOrEqual(rank(risk({ diameter: cm(4) })));
    }
  });
});

describe('"no weakness seen"', () => {
  it('needs roots, collar, forks, branches and every side of the stem', () => {
    expect(judge({ taxon: 'Quercus rubra', looked: ALL }).soundness.band).toBe('no weakness seen');
    for (const zone of ['roots', 'collar', 'unions', 'branches', ...STEM_SIDES]) {
      const a = judge({
        taxon: 'Quercus rubra',
        looked: ALL.filter((one) => one !== zone),
        beneath: [{ what: 'people-staying', howOften: 'constant' }],
      });
      expect([zone, a.soundness.band]).toEqual([zone, 'no weakness seen on what was looked at']);
      expect(a.screening?.targets[0]?.failure).toBe('possible');
    }
  });
  it('a sign that hides a part takes it off what was seen, though somebody looked there', () => {
    const hiding = signs.flatMap((sign) => sign.hides.map((hidden) => ({ sign, hidden })));
    expect(hiding.map(({ sign }) => sign.id)).toEqual(expect.arrayContaining(['buried-flare', 'vine-in-crown', 'basal-shoots-sign']));
    for (const { sign, hidden } of hiding) {
      const kind = hidden.when?.kind?.is?.[0];
      const a = judge({ taxon: 'Quercus rubra', looked: ALL, signs: [{ id: sign.id, zone: first(sign), ...(kind ? { kind } : {}) }] });
      const zone = hidden.zones.includes(first(sign)) ? first(sign) : hidden.zones[0];
      expect(a.lookedAt.unseen).toContain(zone);
      expect(a.soundness.band).not.toBe('no weakness seen');
    }
  });
});

describe('no sentence of one answer contradicts another', () => {
  const seen = fc.constantFrom(...signs).chain((sign) =>
    fc.record({
      id: fc.constant(sign.id),
      zone: fc.constantFrom(...sign.zones),
      ...(sign.fields.percent ? { percent: fc.constantFrom(undefined, 1, 20, 60, 100) } : {}),
      ...(sign.fields.kind?.words ? { kind: fc.constantFrom(undefined, ...sign.fields.kind.words) } : {}),
      ...(sign.fields.size ? { size: fc.constantFrom(undefined, 'fine', 'small', 'large') } : {}),
    }),
  );
  const request = fc.record({
    taxon: someTaxon,
    date: fc.constantFrom('2026-01-15', '2026-05-02', '2026-08-20', '2026-10-20'),
    lifeStage: fc.constantFrom(...STAGES),
    profile: fc.constantFrom('amenity', 'stewardship', 'habitat'),
    looked: fc.subarray([...ZONES]),
    signs: fc.array(seen, { maxLength: 4 }),
    beneath: fc.constantFrom(
      [],
      [{ what: 'nothing', howOften: 'rare' }],
      [{ what: 'people-passing', howOften: 'frequent' }],
      [{ what: 'road', howOften: 'constant' }],
    ),
    measurements: fc.constantFrom({}, { dbh: cm(8), height: m(4) }, { dbh: cm(60), height: m(20), crownBase: m(4) }),
  });
  /** Every number of percent in a text. */
  const percents = (text: string) => [...text.matchAll(/(\d+) %/g)].map(([, n]) => Number(n));
  const EASE = /no weakness seen|no defect|saw no weakness|growing well|nothing has to be done/i;

  it('over many answers', () => {
    fc.assert(
      fc.property(request, (given) => {
        const a = judge(given);
        const bad = soundnessRank(a) >= 2 && a.soundness.band !== 'not judged';
        // No word of ease beside a band of danger.
        if (bad)
          expect([a.soundness.band, ...a.soundness.reasons, ...a.options.flatMap(({ because }) => because)].join('\n')).not.toMatch(EASE);
        // A weak tree is kept only where every defect has stayed the same and nothing is at risk.
        const kept = a.options.find((option) => option.do === 'keep');
        if (bad && kept) expect([a.ruled.risk, kept.because[0]]).toEqual(['low', expect.stringMatching(/have not changed/)]);
        if (['failing', 'dead'].includes(a.vigour.band)) expect(a.note).not.toMatch(/growing well|growth is fair/);
        // Every share told as evidence is one that was recorded.
        const recorded = new Set(given.signs.flatMap((sign) => (sign.percent === undefined ? [] : [sign.percent])));
        for (const scale of [a.vigour, a.soundness, a.hiddenDecay])
          for (const { evidence } of scale.statements)
            if (/^(Seen|Heard|Found)/.test(evidence))
              for (const n of percents(evidence.split('.')[0] ?? '')) expect([...recorded]).toContain(n);
        // Every part said to be seen was seen, and none is both seen and hidden.
        const unseen = new Set<string>(a.lookedAt.unseen);
        if (a.soundness.band === 'no weakness seen') for (const zone of STEM_SIDES) expect(unseen.has(zone)).toBe(false);
        // Nobody fells for growing well, nor keeps for habitat over a path; a dead tree is not watched.
        const remove = a.options.find((option) => option.do === 'remove');
        expect(remove?.because.join(' ') ?? '').not.toMatch(/Vigour:? (thriving|good|fair)\./);
        if (
          (given.beneath as readonly { what: string; howOften: string }[]).some(
            ({ what, howOften }) => what !== 'nothing' && howOften !== 'rare',
          )
        )
          expect(a.options.map((option) => option.do)).not.toContain('keep as habitat');
        if (a.vigour.band === 'dead') expect(a.options.map((option) => option.do)).not.toContain('watch');
        // Outlook and its years say the same.
        expect(a.outlook === 'dead').toBe(a.outlookSpan === 'dead');
        if (a.vigour.band === 'dead') expect(a.outlook).toBe('dead');
        // Every option has a day that is not past, and somebody who may do it.
        for (const option of a.options) {
          expect((option.by ?? '') >= given.date).toBe(true);
          expect(option.who?.length ?? 0).toBeGreaterThan(3);
        }
        expect(a.comeBack.by > given.date).toBe(true);
      }),
      { numRuns: runs(300) },
    );
  });
  // Stewardship does not fell sooner than safety.
  it('no profile fells before safety does', () => {
    fc.assert(
      fc.property(request, (given) => {
        const order = (profile: string) => judge({ ...given, profile }).options.map((option) => option.do);
        const amenity = order('amenity');
        for (const profile of ['stewardship', 'habitat']) {
          const own = order(profile);
          const ahead = amenity.slice(0, Math.max(0, amenity.indexOf('remove')));
          for (const option of ahead) expect(own.indexOf(option)).toBeLessThan(own.indexOf('remove'));
        }
      }),
      { numRuns: runs(100) },
    );
  });
});

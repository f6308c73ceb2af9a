import fc from 'fast-check';
import { emptyLook, type Look } from '../record/look';
import type { SignSeen } from '../record/sign';
import { ALL, judge } from '../testing/judge';
import { see } from '../testing/see';
import type { Observation } from '../record/observation';
import { testLibrary } from '../testing/library';
import { testName, testReview, testVisit as visit, type TestVisit } from '../testing/record';
import { derive, type TreeRecord } from './derive';
import { differsFrom } from '../review/differs';
import { judgeVisits } from './judge-visits';
import { reviewWeight } from '../review/queue';
import { newestJudging, standingVisits } from './standing';
import { runs } from '../testing/sample';
import { utcDay } from '../time/day';

const tree = (part: Partial<TreeRecord>): TreeRecord => ({ timeZone: 'UTC', visits: [], determinations: [], reviews: [], ...part });

describe('the condition that stands', () => {
  const sick = visit('2025-06-01', { bands: { vigour: 'strained', soundness: 'serious weakness', hiddenDecay: 'likely' } });
  it('a visit that judged nothing hides nothing', () => {
    const measured = visit('2026-06-01', { bands: { vigour: 'thriving', soundness: 'not judged', hiddenDecay: 'not judged' } });
    expect(derive(tree({ visits: [measured, sick] }))).toMatchObject({
      vigour: 'thriving',
      soundness: 'serious weakness',
      hiddenDecay: 'likely',
      lastVisitOn: '2026-06-01',
    });
  });
  it('the visit that judged last is found for each scale, the newest where none did', () => {
    const plain = visit('2026-06-01', { bands: { vigour: 'not judged', soundness: 'not judged' } });
    expect(newestJudging([sick, plain], 'vigour')?.id).toBe(sick.id);
    expect(newestJudging([plain], 'soundness')?.id).toBe(plain.id);
    expect(newestJudging([], 'vigour')).toBeUndefined();
  });
  // A reviewer asks at nine in the evening in Los Angeles, which is the next day by UTC; in Kiritimati it is the day after.
  it.each([
    ['America/Los_Angeles', '2026-07-15'],
    ['UTC', '2026-07-16'],
    ['Pacific/Auckland', '2026-07-16'],
    ['Pacific/Kiritimati', '2026-07-16'],
  ])('a question of the evening is due by the day of the place: %s', (timeZone, due) => {
    const asked = testReview('2026-06-01', 'question', '2026-06-16');
    const record = tree({ timeZone, visits: [visit('2026-06-01')], reviews: [{ ...asked, at: '2026-06-16T04:00:00.000Z' }] });
    expect(derive(record).followUps.find(({ key }) => key.endsWith('/question'))?.dueOn).toBe(due);
  });
  it('the day is the day of the place, not of the clock of the server', () =>
    expect(
      derive(tree({ visits: [visit('2026-06-15', { finishedAt: '2026-06-14T22:10:00.000Z', timeZone: 'Pacific/Auckland' })] })).lastVisitOn,
    ).toBe('2026-06-15'));
  it('a reading that a simulator made up is no size of the tree; what a list says gives way to a real one', () => {
    const real = visit('2025-06-01', { look: { measurements: { dbh: { m: 0.4 } } } });
    const practised = visit('2026-06-01', {
      look: { measurements: { dbh: { m: 0.9, simulated: true }, height: { m: 30, simulated: true } } },
    });
    expect(derive(tree({ listed: { dbh: 0.3, height: 9 }, visits: [real, practised] }))).toMatchObject({ dbh: 0.4, height: 9 });
  });
});

describe('amendments', () => {
  const of = (id: string, amends: string | null, finishedAt = '2024-06-01T10:00:00.000Z') =>
    visit('2024-06-01', { id, amends, finishedAt });
  it('a visit gives way to its amendment, through a chain as well', () =>
    expect(standingVisits([of('c', 'b'), of('b', 'a'), of('a', null), of('x', null)]).map((v) => v.id)).toEqual(['c', 'x']));
  it('of two that amend the same visit the one written last stands', () =>
    expect(
      standingVisits([of('a', null), of('b', 'a', '2024-07-01T10:00:00.000Z'), of('c', 'a', '2024-06-20T10:00:00.000Z')]).map((v) => v.id),
    ).toEqual(['b']));
  it('of two written in the same moment one stands, whichever arrived first', () => {
    const two = [of('a', null), of('b', 'a', '2024-07-01T10:00:00.000Z'), of('c', 'a', '2024-07-01T10:00:00.000Z')];
    expect(standingVisits(two).map((v) => v.id)).toEqual(['c']);
    expect(standingVisits([...two].reverse()).map((v) => v.id)).toEqual(['c']);
  });
  it('keeps its place in the row of visits: an old visit amended today is still an old visit', () => {
    const amended = visit('2024-06-01', { id: 'b', amends: 'v-2024-06-01', finishedAt: '2026-08-01T10:00:00.000Z' });
    expect(standingVisits([visit('2024-06-01'), visit('2025-06-01'), amended]).map((v) => v.id)).toEqual(['b', 'v-2025-06-01']);
  });
});

describe('what is to be done follows the days of the visits', () => {
  const urgent = visit('2026-06-01', { bands: { comeBack: '2026-06-09' } });
  const calm = visit('2026-05-01', { bands: { comeBack: '2029-05-01' } });
  it('an older visit that arrives late moves no newer date', () => {
    for (const visits of [
      [calm, urgent],
      [urgent, calm],
    ])
      expect(derive(tree({ visits })).dueOn).toBe('2026-06-09');
  });
  it('a look that settles the name stays open until its mark is seen or its day has come', () => {
    const planned = visit('2026-02-01', {
      bands: { comeBack: '2028-02-01' },
      laterLooks: [{ trait: 'flower-colour', months: [5, 6], by: '2026-05-15', because: 'Flower colour, May to June' }],
    });
    expect(derive(tree({ visits: [planned] }))).toMatchObject({ dueOn: '2026-05-15', dueBecause: 'Flower colour, May to June' });
    const other = visit('2026-03-01', { bands: { comeBack: '2028-03-01' } });
    expect(derive(tree({ visits: [planned, other] })).dueOn).toBe('2026-05-15');
    const seen = visit('2026-03-01', {
      bands: { comeBack: '2028-03-01' },
      look: { observations: [{ trait: 'flower-colour', state: 'white', certainty: 'sure', source: 'tree' }] },
    });
    expect(derive(tree({ visits: [planned, seen] })).dueOn).toBe('2028-03-01');
    const came = visit('2026-05-20', { bands: { comeBack: '2028-05-20' } });
    expect(derive(tree({ visits: [planned, came] })).dueOn).toBe('2028-05-20');
  });
  it('a question waits for a visit made after it, not for one that arrives after it', () => {
    const asked = testReview('2026-06-01', 'question', '2026-06-20');
    const visits = [visit('2026-06-01', { bands: { comeBack: '2029-06-01' } })];
    expect(derive(tree({ visits, reviews: [asked] }))).toMatchObject({
      dueOn: '2026-07-20',
      dueBecause: 'question from review: look again',
    });
    const before = visit('2026-06-10', { bands: { comeBack: '2029-06-10' } });
    expect(derive(tree({ visits: [...visits, before], reviews: [asked] })).dueOn).toBe('2026-07-20');
    const after = visit('2026-07-01', { bands: { comeBack: '2029-07-01' } });
    expect(derive(tree({ visits: [...visits, after], reviews: [asked] })).dueOn).toBe('2029-07-01');
  });
  it('a question from the other side of the date line is never older than the visit it asks about', () => {
    const there = visit('2026-06-15', { finishedAt: '2026-06-14T22:00:00.000Z', bands: { comeBack: '2029-06-15' } });
    const asked = { ...testReview('2026-06-15', 'question'), at: '2026-06-14T23:00:00.000Z' };
    expect(derive(tree({ visits: [there], reviews: [asked] })).dueBecause).toMatch(/question/);
  });
});

describe('the whole record judged, in any order of arrival', () => {
  const place = { latitude: 45.62, longitude: -31.2 };
  const settings = { profile: 'amenity', rootStandard: 'bs5837' } as const;
  const cavity = (key: string, opening: number, part: Partial<SignSeen> = {}): SignSeen => ({
    id: 'cavity',
    zone: 'stem-e',
    key,
    opening,
    ...part,
  });
  const looks: Look[] = [
    { ...emptyLook('2024-06-01'), looked: ALL, signs: [cavity('a', 0.05)] },
    {
      ...emptyLook('2025-06-01'),
      looked: ALL,
      signs: [cavity('b', 0.12, { again: 'a' })],
      beneath: [{ what: 'people-staying', howOften: 'constant' }],
    },
    { ...emptyLook('2026-06-01'), looked: ['collar'], measurements: { drillings: [] } },
    { ...emptyLook('2026-09-01'), looked: ['stem-n'], sounding: [{ zone: 'stem-e', sound: 'dull' }] },
  ];
  const names = ['Quercus rubra', 'Quercus', null, 'Quercus palustris'];
  const visits = looks.map((look) => visit(look.day, { look }));
  const given = looks.flatMap(({ day }, i) => (names[i] === undefined ? [] : [testName(day, names[i] ?? null)]));
  const reviews = [testReview('2024-06-01', 'confirm', '2024-07-01'), testReview('2025-06-01', 'question', '2025-07-01')];
  const whole = (order: readonly TestVisit[], said: typeof reviews) => {
    const judged = judgeVisits(testLibrary, place, order, { given, reviews: said }, settings);
    return derive(
      tree({ visits: order.map((v) => ({ ...v, judgement: judged.get(v.id) ?? v.judgement })), determinations: given, reviews: said }),
    );
  };
  it('derives the same tree', () => {
    const inOrder = whole(visits, reviews);
    fc.assert(
      fc.property(
        fc.shuffledSubarray(visits, { minLength: visits.length }),
        fc.shuffledSubarray(reviews, { minLength: reviews.length }),
        (order, said) => expect(whole(order, said)).toEqual(inOrder),
      ),
      { numRuns: runs(25) },
    );
  });
  it('knows the growth a phone without the last visit could not know, and shows where the two differ', () => {
    const judged = judgeVisits(testLibrary, place, visits, { given, reviews }, settings);
    const grown = judged.get('v-2025-06-01');
    const alone = judge({
      taxon: 'Quercus rubra',
      date: '2025-06-01',
      looked: ALL,
      signs: [{ id: 'cavity', zone: 'stem-e', opening: { value: 12, unit: 'cm' } }],
    });
    expect(grown?.changes.find((c) => c.sign === 'cavity')).toMatchObject({ course: 'worse' });
    expect(alone.changes).toEqual([]);
    if (!grown) throw new Error('not judged');
    expect(differsFrom(grown, grown)).toEqual([]);
    expect(differsFrom(null, grown)).toEqual([]);
    expect(differsFrom(alone, grown).map((d) => d.what)).toContain('risk');
  });
  it('a name that a review put in place of the visit’s is the one it is judged by', () => {
    const corrected = [...given, testName('2024-06-02', 'Celtis laevigata', { source: 'review', visitId: 'v-2024-06-01' })];
    const note = judgeVisits(
      testLibrary,
      place,
      visits,
      { given: corrected, reviews: [testReview('2024-06-01', 'overturn', '2024-06-02')] },
      settings,
    ).get('v-2024-06-01')?.note;
    expect(note).toMatch(/^Celtis laevigata/);
  });
  it('a visit knows the looks of earlier days and of earlier in its day, never later ones, whenever they were finished', () => {
    const grown = { looked: ALL, signs: [cavity('a', 0.05)] };
    const known = (other: TestVisit, of: TestVisit) =>
      judgeVisits(testLibrary, place, [other, of], { given: [], reviews: [] }, settings)
        .get(of.id)
        ?.soundness.reasons.some((why) => why.startsWith('Cavity'));
    const seen = (day: string, finishedAt: string) => visit(day, { id: `s-${day}`, finishedAt, look: grown });
    const blind = (day: string, finishedAt: string) => visit(day, { id: `b-${day}`, finishedAt, look: { looked: ['collar'] } });
    expect(known(seen('2026-06-01', '2026-06-20T10:00:00.000Z'), blind('2026-06-10', '2026-06-10T10:00:00.000Z'))).toBe(true);
    expect(known(seen('2026-06-10', '2026-06-10T09:00:00.000Z'), blind('2026-06-10', '2026-06-10T10:00:00.000Z'))).toBe(true);
    expect(known(seen('2026-06-10', '2026-06-10T11:00:00.000Z'), blind('2026-06-10', '2026-06-10T10:00:00.000Z'))).toBe(false);
    expect(known(seen('2026-06-10', '2026-06-10T10:00:00.000Z'), blind('2026-06-01', '2026-06-20T10:00:00.000Z'))).toBe(false);
  });
  it('a known hollow behind a side that only rang dull is not forgotten', () => {
    const judged = judgeVisits(testLibrary, place, visits, { given, reviews }, settings).get('v-2026-09-01');
    expect(judged?.soundness.reasons.join(' ')).toMatch(/Cavity, east side of the stem, seen on 1 June 2025/);
  });
});

describe('the queue', () => {
  const named = {
    taxon: 'Acer rubrum',
    level: 'species' as const,
    rule: 'three-lines' as const,
    confirmed: true,
    probability: 0.95,
    why: '',
  };
  const of = (v: TestVisit, earlier: string[] = []) =>
    reviewWeight(testLibrary, { ...v, name: named }, { standing: 'proposed', siteKind: 'street' }, earlier);
  it('puts danger and disagreement before routine', () => {
    const sound = (soundness: 'act first' | 'weakness') => visit('2026-06-01', { bands: { soundness } });
    expect(of(sound('act first')).weight).toBeGreaterThan(of(sound('weakness'), ['Acer saccharinum']).weight);
    expect(of(sound('weakness'), ['Acer saccharinum']).weight).toBeGreaterThan(of(sound('weakness'), ['Acer rubrum']).weight);
  });
  it('a milder word of the observer’s never makes a visit wait longer, and moves no date away', () => {
    const lifted = {
      looked: ALL,
      signs: [{ id: 'root-plate-lift', zone: 'roots' }],
      beneath: [{ what: 'people-staying', howOften: 'constant' }],
    };
    const plain = judge(lifted);
    for (const [what, to] of [
      ['soundness', 'no weakness seen'],
      ['failure', 'improbable'],
      ['option', 'keep'],
      ['outlook', 'long-term'],
      ['comeBack', '2030-01-01'],
    ] as const) {
      const milder = judge({ ...lifted, overrules: [{ what, to, why: 'looks fine to me' }] });
      const weight = (judgement: typeof plain) => of(visit('2026-07-01', { judgement })).weight;
      expect(milder.overruled).toEqual([expect.objectContaining({ what, milder: true })]);
      expect(weight(milder)).toBeGreaterThan(weight(plain));
      expect(milder.comeBack.by <= plain.comeBack.by).toBe(true);
    }
  });
  it('an agent that must be reported moves a visit up from one in twenty, any other does not', () => {
    const agent = (reportable: boolean) => testLibrary.agents.find((a) => Boolean(a.reportable) === reportable)?.id ?? '';
    const behind = (id: string, probability: number) => {
      const plain = visit('2026-06-01');
      return of({ ...plain, judgement: { ...plain.judgement, agents: [{ agent: id, name: 'An agent', probability, because: [] }] } });
    };
    const base = of(visit('2026-06-01')).weight;
    expect(behind(agent(true), 0.05).weight).toBeGreaterThan(base);
    expect(behind(agent(true), 0.05).why.map(({ says }) => says)).toContain('An agent, to be reported, may be behind it');
    expect(behind(agent(true), 0.049).weight).toBe(base);
    expect(behind(agent(false), 0.9).weight).toBe(base);
  });
  it('each cause is told by itself, danger outweighs doubt, and doubt outweighs want of detail', () => {
    const whole = judge({ looked: ALL });
    const calm = (part: Partial<TestVisit['judgement']['ruled']> = {}) =>
      visit('2026-06-01', { judgement: whole, bands: part, look: { looked: ALL, observations: [see('arrangement', 'opposite')] } });
    const base = of(calm());
    expect(base).toEqual({ weight: 1, why: [{ says: 'routine review', reveals: false }] });
    const plain = calm();
    const alone = (part: Partial<TestVisit['judgement']['ruled']>) => of(calm(part));
    const named2 = (part: Partial<typeof named>) =>
      reviewWeight(testLibrary, { ...plain, name: { ...named, ...part } }, { standing: 'proposed', siteKind: 'street' }, []);
    const standing = (s: 'questioned' | 'contested') =>
      reviewWeight(testLibrary, { ...plain, name: named }, { standing: s, siteKind: 'street' }, []);
    const added = (one: { weight: number; why: { says: string }[] }) => {
      expect(one.why).toHaveLength(1);
      return one.weight - 1;
    };
    const [failing, dead] = [alone({ vigour: 'failing' }), alone({ vigour: 'dead' })].map(added);
    expect(failing).toBe(dead);
    const danger = [alone({ soundness: 'act first' }), alone({ risk: 'extreme' })].map(added);
    const grave = [alone({ soundness: 'serious weakness' }), alone({ risk: 'high' })].map(added);
    const doubt = [standing('questioned'), standing('contested'), of(plain, ['Acer saccharinum'])].map(added);
    const detail = [named2({ probability: 0.79 }), named2({ confirmed: false }), alone({ risk: 'moderate' })].map(added);
    expect(Math.min(...danger)).toBeGreaterThan(Math.max(...grave));
    expect(Math.min(...grave)).toBeGreaterThan(Math.max(...doubt));
    expect(Math.min(...doubt)).toBeGreaterThan(Math.max(failing ?? NaN, added(alone({ hiddenDecay: 'likely' }))));
    expect(failing).toBeGreaterThan(Math.max(...detail));
    expect(named2({ probability: 0.8 })).toEqual(base);
  });
  it('a tree that was questioned before does not wait behind one that was not', () => {
    const as = (standing: 'questioned' | 'proposed') =>
      reviewWeight(testLibrary, { ...visit('2026-06-01'), name: named }, { standing, siteKind: 'street' }, []);
    expect(as('questioned').weight).toBeGreaterThan(as('proposed').weight);
    expect(as('questioned').why).toContainEqual({ says: 'sent back before', reveals: false });
  });
  it('keeps back what would give the answer away', () => {
    const why = of(visit('2026-06-01'), ['Acer saccharinum']).why;
    expect(why.filter((w) => w.says.includes('earlier name')).every((w) => w.reveals)).toBe(true);
    expect(why.some((w) => w.says.includes('earlier name'))).toBe(true);
  });
  it('says of a name that was written down against the marks, or without any, just that, and no share of it', () => {
    const why = (observations: Observation[]) => {
      const plain = visit('2026-06-01');
      return reviewWeight(
        testLibrary,
        { ...plain, look: { ...plain.look, observations }, name: { ...named, confirmed: false, probability: 0.0003 } },
        { standing: 'proposed', siteKind: 'street' },
        [],
      ).why;
    };
    const against = why([see('bud-shape', 'round')]);
    expect(against).toContainEqual({ says: 'named against the marks', reveals: true });
    expect(why([])).toContainEqual({ says: 'named without marks', reveals: false });
    for (const one of [against, why([])]) expect(one.filter((w) => w.says.includes('sure'))).toEqual([]);
  });
});

describe('the longest gap of a district', () => {
  it('brings a day nearer and never puts one off, whatever was judged and however often it was seen', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 3000 }), { minLength: 1, maxLength: 5 }),
        fc.integer({ min: 1, max: 120 }),
        fc.constantFrom('thriving', 'strained', 'failing'),
        (days, longestGap, vigour) => {
          const visits = days.map((n) => visit(utcDay(new Date(Date.UTC(2018, 0, 1 + n))), { bands: { vigour } }));
          const without = derive(tree({ visits }));
          const within = derive(tree({ visits, longestGap }));
          expect((within.dueOn ?? '9999') <= (without.dueOn ?? '9999')).toBe(true);
          const { dueOn: _a, dueBecause: _b, followUps: _c, ...rest } = within;
          const { dueOn: _d, dueBecause: _e, followUps: _f, ...before } = without;
          expect(rest).toEqual(before);
        },
      ),
    );
  });
});

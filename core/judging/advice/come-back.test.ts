import fc from 'fast-check';
import { ALL, cm, judgeOak } from '../../testing/judge';
import { testLibrary } from '../../testing/library';
import { addMonths } from '../../time/dates';
import { lookedAt } from '../looked/looked';
import { assessRequest, toAssessInput } from '../request';
import { comeBack } from './come-back';
import { runs } from '../../testing/sample';

describe('coming back', () => {
  it('sides unseen in summer bring one back while the tree is bare', () => {
    const { comeBack } = judgeOak({ looked: ALL.filter((z) => z !== 'stem-n'), date: '2026-07-01' });
    expect(comeBack.season).toBe('winter');
    expect(comeBack.because).toMatch(/structure is easiest to see out of leaf/);
    expect(comeBack.by > '2026-08-01' && comeBack.by <= '2027-07-01').toBe(true);
  });
  it('a tree that is bare in spring only is not looked at bare in winter', () => {
    const jacaranda = { taxon: 'Jacaranda mimosifolia', looked: ALL.filter((z) => z !== 'stem-n') };
    expect(judgeOak({ ...jacaranda, date: '2026-01-15' }).comeBack).toMatchObject({ season: 'spring' });
    expect(judgeOak({ ...jacaranda, date: '2026-01-15' }).lookedAt.cannotSay.join(' ')).not.toMatch(/Out of leaf/);
    expect(judgeOak({ ...jacaranda, date: '2026-03-15' }).lookedAt.cannotSay.join(' ')).toMatch(/Out of leaf/);
  });
  it('a leafless look brings one back in leaf', () => {
    const { comeBack } = judgeOak({ date: '2026-01-15' });
    expect(comeBack.season).toBe('summer');
    expect(comeBack.because).toMatch(/checked in leaf/);
  });
  it('the south has its winter in July', () => {
    const { comeBack } = judgeOak({ date: '2026-01-15', latitude: -35, looked: ALL.filter((z) => z !== 'stem-n') });
    expect(comeBack.season).toBe('winter');
    expect(['06', '07', '08']).toContain(comeBack.by.slice(5, 7));
  });
  it('what cannot wait waits for no season', () =>
    expect(judgeOak({ signs: [{ id: 'union-crack', zone: 'unions' }] }).comeBack.by <= '2026-07-10').toBe(true));
  it('is never later for more signs, nor for more beneath', () => {
    fc.assert(
      fc.property(fc.constantFrom(...testLibrary.signs), (sign) => {
        const one = { taxon: 'Ginkgo biloba', signs: [{ id: sign.id, zone: sign.zones[0] }] };
        const clean = judgeOak({ taxon: 'Ginkgo biloba' }).comeBack.by;
        const marked = judgeOak(one).comeBack.by;
        const busy = judgeOak({ ...one, beneath: [{ what: 'people-staying', howOften: 'constant' }] }).comeBack.by;
        expect(marked <= clean).toBe(true);
        expect(busy <= marked).toBe(true);
      }),
      { numRuns: runs(73) },
    );
  });
  it('a high rating brings one back within a quarter, where the fault alone would wait for half a year', () => {
    const hole = { signs: [{ id: 'cavity', zone: 'stem-se', opening: cm(14) }] };
    const busy = judgeOak({ ...hole, beneath: [{ what: 'people-staying', howOften: 'constant' }] });
    expect(busy.screening?.risk).toBe('high');
    expect(busy.comeBack.by).toBe('2026-10-01');
    expect(judgeOak(hole).comeBack.by > '2026-10-01').toBe(true);
  });
  it('a known fault that was not looked at keeps its time: it runs from when it was last seen', () => {
    const hole = { id: 'cavity', zone: 'stem-se', opening: cm(14) };
    const without = ALL.filter((z) => z !== 'stem-se');
    const seen = (date: string) => judgeOak({ looked: without, before: [{ date, looked: ALL, signs: [hole] }] }).comeBack;
    // A serious weakness asks for half a year.
    expect(seen('2026-03-01')).toMatchObject({
      by: '2026-09-01',
      because: expect.stringMatching(/the hole takes a good part of the girth \(cavity, .*, seen on 1 March 2026\)/),
    });
    expect(seen('2024-03-01').by).toBe('2026-07-08');
    // Due in three days it stays so: a week is for what is overdue.
    expect(seen('2026-01-04').by).toBe('2026-07-04');
    expect(judgeOak({ signs: [hole] }).comeBack.by > '2026-09-01').toBe(true);
    // Looking at the side without a word on it is no answer; marking it again is.
    const before = [{ date: '2024-03-01', looked: ALL, signs: [hole] }];
    expect(judgeOak({ before }).comeBack.because).toMatch(/seen on \d{1,2} [A-Z][a-z]+ 20\d\d/);
    expect(judgeOak({ before, signs: [hole] }).comeBack.because).not.toMatch(/seen on \d{1,2} [A-Z][a-z]+ 20\d\d/);
  });
  it('a known fault that nobody looked at keeps its day while that is ahead, and is asked for within the week once it is not', () => {
    const seen = (date: string) =>
      judgeOak({
        date: '2026-07-01',
        looked: ALL.filter((zone) => zone !== 'stem-e'),
        before: [{ date, looked: ALL, signs: [{ id: 'cavity', zone: 'stem-e', opening: cm(14) }] }],
      }).comeBack.by;
    // A serious weakness is looked at again after six months; one that is due is looked at within a week.
    expect(seen('2026-02-02')).toBe('2026-08-02');
    expect(seen('2026-01-01')).toBe('2026-07-08');
    expect(seen('2020-01-01')).toBe('2026-07-08');
  });
  it('an agent sets the pace from three in ten', () => {
    const input = toAssessInput(testLibrary, assessRequest.parse({ date: '2026-07-01', latitude: 46, lifeStage: 'mature', looked: ALL }));
    const soon = testLibrary.agents
      .filter((a) => !a.acute && a.reportable === undefined)
      .sort((a, b) => a.lookAgainMonths - b.lookAgainMonths)[0];
    const well = judgeOak();
    const by = (probability: number) =>
      comeBack(testLibrary, input, {
        judged: { vigour: well.vigour, soundness: well.soundness, hiddenDecay: well.hiddenDecay },
        plausible: [{ agent: soon?.id ?? '', probability, since: '2026-07-01' }],
        works: null,
        looked: lookedAt(testLibrary, input),
        risk: null,
        alerts: [],
        signs: [],
        faults: [],
        words: [],
        crownToday: true,
      });
    expect(by(0.3).by).toBe(addMonths('2026-07-01', soon?.lookAgainMonths ?? NaN));
    expect(by(0.3).because).toContain(`${soon?.name.toLowerCase()} possible`);
    expect(by(0.29).by).toBe(by(0).by);
    expect(by(0.29).by > by(0.3).by).toBe(true);
  });
});

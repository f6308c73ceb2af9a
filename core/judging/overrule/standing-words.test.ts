// What a person set holds over later visits until somebody says otherwise and a reviewer agrees.
import { signNamed } from '../../knowledge';
import { FAILURES, OUTLOOKS, SCALES, SCALE_BANDS } from '../../record/judgement';
import { ALL, ALL_SORTS, judge, rankOf, type Request } from '../../testing/judge';
import { testLibrary } from '../../testing/library';

const BELOW = { beneath: [{ what: 'people-passing', howOften: 'frequent' }] };
const visit = (date: string, more: Request = {}): Request => ({ date, looked: ALL, signs: [], ...BELOW, ...more });
const word = (what: string, to: string, more: Request = {}) => ({ what, to, why: 'seen from the bucket truck', ...more });
const tree = (taxon: string | null, ...visits: Request[]) => judge({ taxon, ...visits.at(-1), before: visits.slice(0, -1) });

describe('a word of an earlier visit', () => {
  it.each(SCALES.flatMap((scale) => SCALE_BANDS[scale].map((band) => [scale, band] as const)))(
    '%s set to %s is never milder on a silent visit',
    (scale, band) => {
      // How much was looked at is said anew at every visit.
      if (band === 'not judged' || band.endsWith('on what was looked at')) return;
      for (const taxon of ALL_SORTS) {
        const set = visit('2025-06-10', { overrules: [word(scale, band)] });
        for (const later of [[], [visit('2025-12-10')], [visit('2025-12-10'), visit('2026-02-10')]]) {
          const judged = tree(taxon, set, ...later, visit('2026-06-10'));
          expect(rankOf(SCALE_BANDS[scale], judged[scale].band)).toBeGreaterThanOrEqual(rankOf(SCALE_BANDS[scale], band));
          expect(rankOf(SCALE_BANDS[scale], String(judged.ruled[scale]))).toBeGreaterThanOrEqual(rankOf(SCALE_BANDS[scale], band));
        }
      }
    },
  );
  it.each(FAILURES)('failure set to %s holds', (failure) => {
    const judged = tree('Quercus robur', visit('2025-06-10', { overrules: [word('failure', failure)] }), visit('2026-06-10'));
    for (const target of judged.screening?.targets ?? [])
      expect(rankOf(FAILURES, target.failure)).toBeGreaterThanOrEqual(rankOf(FAILURES, failure));
  });
  it.each([...OUTLOOKS])('outlook set to %s holds', (outlook) => {
    const judged = tree('Quercus robur', visit('2025-06-10', { overrules: [word('outlook', outlook)] }), visit('2026-06-10'));
    expect(rankOf(OUTLOOKS, judged.outlook)).toBeGreaterThanOrEqual(rankOf(OUTLOOKS, outlook));
  });
  it('a milder word waits for a reviewer, and then holds', () => {
    const worse = visit('2025-06-10', { overrules: [word('soundness', 'act first')] });
    const milder = (more: Request = {}) => visit('2025-12-10', { overrules: [word('soundness', 'weakness', more)] });
    expect(tree('Quercus robur', worse, milder()).ruled.soundness).toBe('act first');
    expect(tree('Quercus robur', worse, milder(), visit('2026-06-10')).soundness.band).toBe('act first');
    expect(tree('Quercus robur', worse, milder({ agreed: 'pulled at it, no give' }), visit('2026-06-10')).soundness.band).toBe('weakness');
  });
  it('names a day only where somebody’s word is what holds, not the rules', () => {
    const signs = [{ id: 'union-crack', zone: 'unions' }];
    const earlier = visit('2025-06-10', { signs, overrules: [word('failure', 'improbable')] });
    const milder = visit('2025-12-10', { overrules: [word('failure', 'possible')] });
    const [rules] = tree('Quercus robur', earlier, milder).overruled;
    expect(rules).toMatchObject({ what: 'failure', milder: true });
    expect(rules?.since).toBeUndefined();
    const worse = visit('2025-06-10', { overrules: [word('failure', 'imminent')] });
    expect(tree('Quercus robur', worse, milder).overruled[0]).toMatchObject({ from: 'imminent', since: '2025-06-10' });
  });
  it('a cause that was set is not forgotten while a sign of it stands', () => {
    const agent = testLibrary.agents.find(({ id, reportable }) => id === 'oak-wilt' && reportable !== undefined);
    const signs = [{ id: 'wilting', zone: 'crown-top' }];
    const set = visit('2026-06-10', { signs, overrules: [word('cause', agent?.id ?? '')] });
    const later = tree('Quercus rubra', set, visit('2026-06-20', { looked: ['stem-n'] }));
    expect(later.cautions.join(' ')).toContain(agent?.cautions[0] ?? 'nothing');
  });
});

describe('a defect that could not be seen', () => {
  const passing = testLibrary.signs.filter(({ ends }) => ends.some(({ by }) => by === 'passes'));
  it.each(passing.map(({ id }) => [id] as const))('%s has not passed', (id) => {
    const zone = signNamed(testLibrary, id)?.zones[0];
    const seen = visit('2025-06-10', { signs: [{ id, zone, key: 'known' }] });
    const answered = tree('Quercus robur', seen, visit('2025-08-10', { unseenSigns: ['known'] }));
    expect(answered.lookedAt.cannotSay.join(' ')).toMatch(/could not be seen this time/);
  });
  it('a key that no earlier visit has is refused', () => {
    expect(() => tree('Quercus robur', visit('2025-06-10'), visit('2025-08-10', { unseenSigns: ['nobody'] }))).toThrow(/nobody/);
  });
});

// What growth and decline over the years say of vigour. Tolerances: US forest inventory quality objectives (from memory); that a
// standstill and a loss count is common practice, no source.
import { judge, ALL, cm, m, type Request } from '../../testing/judge';

const sized = (dbh: number, height = 20, crownBase = 4) => ({ dbh: cm(dbh), height: m(height), crownBase: m(crownBase) });
const then = (date: string, measurements: object) => ({ date, looked: ALL, measurements });
const now = (measurements: object, before: object[], part: Request = {}) =>
  judge({ taxon: 'Quercus rubra', date: '2026-07-01', looked: ALL, measurements, before, ...part }).vigour;
const said = (vigour: ReturnType<typeof now>) => vigour.statements.map(({ rule }) => rule).join(' ');

describe('vigour over the years', () => {
  it('a stem that grows speaks for it, and takes nothing off a bad crown', () => {
    const grown = now(sized(40), [then('2020-07-01', sized(32))]);
    expect(grown.band).toBe('thriving');
    expect(grown.statements.map(({ clause }) => clause)).toContain('its stem grows');
    const sick = now(sized(40), [then('2020-07-01', sized(32))], { signs: [{ id: 'tip-dieback', zone: 'crown-top', percent: 60 }] });
    expect(sick.band).toBe('failing');
  });
  it('four years without growth count on a tree that is not old; three do not, nor do they on an old one', () => {
    const still = (date: string, lifeStage: string) => now(sized(40), [then(date, sized(40))], { lifeStage });
    expect(still('2022-06-01', 'mature')).toMatchObject({ band: 'fair' });
    expect(said(still('2022-06-01', 'mature'))).toMatch(/No growth in four years/);
    expect(still('2022-06-01', 'young').band).toBe('fair');
    expect(still('2023-06-01', 'mature').band).toBe('thriving');
    expect(still('2012-06-01', 'old').band).toBe('thriving');
  });
  it('a top that was lost counts at any age, and is asked about before decline is claimed', () => {
    for (const lifeStage of ['young', 'mature', 'old'])
      expect(now(sized(41, 14), [then('2020-07-01', sized(38, 20))], { lifeStage }).band).toBe('fair');
  });
  it('a crown that rose counts on a grown tree; a young one sheds its low limbs', () => {
    const risen = (lifeStage: string) => now(sized(41, 20, 9), [then('2020-07-01', sized(36, 20, 4))], { lifeStage });
    expect(said(risen('mature'))).toMatch(/Live crown lost on a grown tree/);
    expect(risen('mature').band).toBe('fair');
    expect(said(risen('young'))).not.toMatch(/Live crown lost/);
  });
  it('what only one look measured says nothing', () => expect(said(now(sized(40), [then('2015-07-01', {})]))).not.toMatch(/growth|lost/i));
});

describe('the live crown', () => {
  it('needs both heights, and says nothing of a palm', () => {
    expect(said(now({ height: m(20) }, []))).not.toMatch(/live crown/);
    expect(said(now({ crownBase: m(4) }, []))).not.toMatch(/live crown/);
    expect(now({ height: m(20), crownBase: m(17) }, [], { taxon: 'Phoenix canariensis' }).band).toBe('thriving');
    expect(now({ height: m(20), crownBase: m(17) }, []).band).toBe('failing');
  });
});

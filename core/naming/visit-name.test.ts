import { genusOf } from '../knowledge';
import { see } from '../testing/see';
import { testLibrary } from '../testing/library';
import { identify } from './identify';
import { levelOfName, UNKNOWN, visitNameOf } from './visit-name';

const marks = [see('arrangement', 'alternate'), see('bark-texture', 'warty-ridges'), see('twig-line', 'zigzag')];
const named = identify(testLibrary, { observations: marks, lifeStage: 'mature', rule: 'three-lines' });
const given = (name: string | null) => visitNameOf(named, { name });

describe('the name a visit gives', () => {
  it('is the engine’s at the level the evidence carries, where nobody wrote another', () =>
    expect(given(null)).toMatchObject({ taxon: named.level.name, level: named.level.level, why: named.confirmation.why }));
  it('that was written down is never confirmed by the rule, and says where the marks lean', () => {
    const lead = named.ranking.candidates[0]?.taxon.name ?? '';
    const other = given('Schinus molle');
    expect(other).toMatchObject({ taxon: 'Schinus molle', level: 'species', confirmed: false });
    expect(other.why).toMatch(`The features suggest ${lead}`);
  });
  it('as wide as a genus or a family is as likely as all its kinds together', () => {
    const of = (test: (c: (typeof named.ranking.candidates)[number]) => boolean) =>
      named.ranking.candidates.filter(test).reduce((sum, c) => sum + c.probability, 0);
    expect(given('Celtis')).toMatchObject({ level: 'genus' });
    expect(given('Celtis').probability).toBeCloseTo(
      of((c) => genusOf(c.taxon.name) === 'Celtis'),
      9,
    );
    expect(given('Celtis').probability).toBeGreaterThan(0.1);
    expect(given('Fagaceae')).toMatchObject({ level: 'family' });
    expect(given('Fagaceae').probability).toBeCloseTo(
      of((c) => c.taxon.family === 'Fagaceae'),
      9,
    );
  });
  it('without a mark says so', () => {
    const blank = identify(testLibrary, { observations: [], lifeStage: 'mature', rule: 'three-lines' });
    expect(visitNameOf(blank, { name: 'Schinus molle' }).why).toBe('Typed by the inspector, without features.');
  });
  it('can be: not known', () => expect(given(UNKNOWN)).toMatchObject({ taxon: null, level: 'none', confirmed: false }));
  it('keeps a cultivar only where one was written', () => {
    expect(visitNameOf(named, { name: null, infraspecific: '  ' })).not.toHaveProperty('infraspecific');
    expect(visitNameOf(named, { name: null, infraspecific: " 'Prairie Pride' ", infraspecificEvidence: 'label' })).toMatchObject({
      infraspecific: "'Prairie Pride'",
      infraspecificEvidence: 'label',
    });
  });
  it.each([
    [null, 'none'],
    ['Acer rubrum', 'species'],
    ['Acer', 'genus'],
    ['Sapindaceae', 'family'],
  ] as const)('%s is a %s', (name, level) => expect(levelOfName(testLibrary, name)).toBe(level));
});

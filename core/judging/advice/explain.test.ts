import { judgeOak } from '../../testing/judge';
import { wordsIn } from '../../words/catalogue';

const { explain } = wordsIn();

const a = judgeOak({
  signs: [{ id: 'basal-conk', zone: 'collar', kind: 'bracket' }],
  beneath: [{ what: 'people-passing', howOften: 'frequent' }],
});

describe('statements beside the scales open to their rules too', () => {
  it('the outlook names the reading that holds it there', () =>
    expect(explain.outlook(a)).toMatchObject({
      says: 'Outlook five to ten years (under 10 years): fruiting body at the base.',
      evidence: 'fruiting body at the base.',
    }));
  it('the date names the reading that asks soonest', () => {
    expect(explain.comeBack(a.comeBack).says).toMatch(/^By \d{1,2} [A-Z][a-z]+ 20\d\d, in \w+: a fungus eats the base of the tree/);
    expect(explain.comeBack(a.comeBack).rule).toMatch(/shortest interval/);
  });
  it('an option says its place under the profile, its reasons and its conditions', () => {
    const [first] = a.options;
    if (!first) throw new Error('no option');
    expect(explain.option(first, 1, 'habitat').rule).toMatch(/first as habitat first ranks it/);
    expect(explain.option(first, 3, 'amenity').rule).toMatch(/number 3 as amenity and safety ranks it/);
    expect(explain.option(first, 1, 'amenity').rule).toContain(first.needs[0]);
  });
  it('a screened target walks through both matrices', () => {
    const [target] = a.screening?.targets ?? [];
    if (!target) throw new Error('no target');
    const { rule, says } = explain.target(target);
    expect(rule).toMatch(/^Failure probable by impact medium is somewhat likely; somewhat likely by consequence severe is moderate\./);
    expect(says).toBe('Whole tree or stem: failure probable, impact medium, so somewhat likely; consequence severe: moderate.');
  });
});

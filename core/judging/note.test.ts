import fc from 'fast-check';
import { ZONES } from '../knowledge';
import { assess } from './assess';
import { assessRequest, toAssessInput } from './request';
import { ALL, cm, judgeOak, m, type Request } from '../testing/judge';
import { testLibrary } from '../testing/library';
import { sideWords, zoneWords } from '../words/en/zones';
import { runs } from '../testing/sample';

describe('the note', () => {
  it('tells each reason once', () => {
    const { note } = judgeOak({
      signs: [
        { id: 'dead-branches', zone: 'crown-mid', size: 'large', where: 'above-shade-line', percent: 60 },
        { id: 'basal-conk', zone: 'collar', kind: 'hoof' },
      ],
    });
    for (const reason of [/more than half of the crown is dead/gi, /a fungus eats the base/gi]) expect(note.match(reason)).toHaveLength(1);
  });
  it('keeps what the inspector wrote by hand', () => {
    expect(judgeOak({ note: 'smells of gas\nat the kerb' }).note).toMatch(/^Inspector’s note: “smells of gas at the kerb”\.$/m);
    expect(judgeOak().note).not.toMatch(/Inspector’s note/);
  });
  it('names every part that nobody looked at', () => {
    fc.assert(
      fc.property(fc.subarray([...ZONES]), (looked) => {
        const { note, lookedAt } = judgeOak({ looked });
        const sentence = /Not inspected: (.*)\. This note/.exec(note)?.[1] ?? '';
        for (const zone of lookedAt.unseen.filter((z) => looked.length > 0 && !z.startsWith('stem-')))
          expect(sentence).toContain(zoneWords(zone));
        const sides = ZONES.filter((z) => z.startsWith('stem-') && !looked.includes(z));
        if (looked.length > 0 && sides.length > 0 && sides.length < 8)
          expect(/stem \((.*?)\)/.exec(sentence)?.[1]?.split(/, | and /)).toEqual(sides.map(sideWords));
        expect(/inspected every part/.test(note)).toBe(looked.length === ZONES.length);
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
          const { note } = judgeOak({
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
      { numRuns: runs(120) },
    );
  });
  it('begins with who it is as far as that is known, who checked it, and how old it is', () => {
    const begins = (request: Request) => judgeOak(request).note.split('. ')[0];
    expect(begins({ lifeStage: 'old' })).toBe('Quercus rubra, an old (veteran) tree');
    expect(begins({ taxon: 'Quercus' })).toBe('Quercus, genus only, a mature tree');
    expect(begins({ taxon: null, lifeStage: 'young' })).toBe('Species not identified, a young tree');
    const input = toAssessInput(testLibrary, assessRequest.parse({ date: '2026-07-01', taxon: 'Quercus rubra', latitude: 46 }));
    expect(assess(testLibrary, { ...input, nameUnchecked: true }).note).toMatch(
      /^Quercus rubra \(from the record, not checked this time\)\./,
    );
    expect(assess(testLibrary, input).note).toMatch(/^Quercus rubra\./);
  });
  it('says what cannot be said, what to do first and when to come back', () => {
    const { note } = judgeOak({ looked: ['crown-top', 'stem-n'], signs: [{ id: 'conk', zone: 'stem-n', kind: 'bracket' }] });
    expect(note).toMatch(/Not inspected: the middle of the crown, the lower crown, .* seven sides of the stem \(north-east, /);
    expect(note).toMatch(/First: /);
    expect(note).toMatch(/Next visit by \d{1,2} [A-Z][a-z]+ 20\d\d \((winter|spring|summer|autumn)\)/);
    expect(note).toMatch(/Its extent cannot be seen from outside/);
  });
  it('never calls a tree sound of which half was not seen', () => {
    fc.assert(
      fc.property(fc.subarray(ALL, { maxLength: 9 }), (looked) => {
        expect(judgeOak({ looked }).note).not.toMatch(/I inspected all sides and saw no defect/);
      }),
    );
  });
});

import fc from 'fast-check';
import { PROFILES } from '../../record/organisation';
import { OPTIONS } from '../../knowledge';
import { ALL, cm, judgeOak, m, type Request } from '../../testing/judge';
import { testLibrary } from '../../testing/library';
import { runs } from '../../testing/sample';

describe('options', () => {
  it('keeping is no answer for a tree that nobody judged', () => {
    expect(judgeOak({ looked: [] }).options.map((o) => o.do)).toEqual(['watch']);
    expect(judgeOak({ looked: ['crown-top', 'crown-mid', 'crown-low', 'foliage'] }).options.map((o) => o.do)).not.toContain('keep');
  });
  it('to keep is a weaker answer than to come again once half of the tree was not looked at', () => {
    const order = [...ALL].reverse();
    const first = (unseen: number) => judgeOak({ looked: order.slice(unseen) }).options[0]?.do;
    expect(ALL).toHaveLength(18);
    expect([0, 8, 9, 12].map(first)).toEqual(['keep', 'keep', 'watch', 'watch']);
  });
  it('are of the list, each once, each with a reason; cutting and climbing need licensed people', () => {
    fc.assert(
      fc.property(fc.subarray(testLibrary.signs, { maxLength: 5 }), fc.constantFrom(...PROFILES), (signs, profile) => {
        const { options } = judgeOak({
          profile,
          signs: signs.map((s) => ({ id: s.id, zone: s.zones[0], ...(s.fields.size ? { size: 'large' } : {}) })),
        });
        expect(new Set(options.map((o) => o.do)).size).toBe(options.length);
        for (const option of options) {
          expect(OPTIONS).toContain(option.do);
          expect(option.because.join('').length).toBeGreaterThan(5);
          if (['prune or reduce', 'support', 'remove', 'free it from competitors'].includes(option.do))
            expect(option.needs.join(' ')).toMatch(/licensed/);
          if (option.do === 'keep as habitat') expect(option.needs.join(' ')).toMatch(/no target below/);
        }
      }),
      { numRuns: runs(100) },
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
    const of = (profile: string) => judgeOak({ ...request, profile }).options.map((o) => o.do);
    const [amenity, stewardship, habitat] = PROFILES.map(of);
    expect(new Set(amenity)).toEqual(new Set(habitat));
    expect(amenity).not.toEqual(habitat);
    expect(stewardship?.[0]).toBe('keep as seed source');
    expect(habitat?.[0]).toBe('keep as habitat');
  });
  // Common practice, no source: what each practice would do first about a tree.
  it.each([
    [
      'amenity',
      'over people who stay, what cannot wait is not looked into first',
      {
        signs: [
          { id: 'union-crack', zone: 'unions' },
          { id: 'basal-conk', zone: 'collar', kind: 'bracket' },
        ],
        beneath: [{ what: 'people-staying', howOften: 'constant' }],
      },
      'remove',
      'investigate further',
    ],
    [
      'stewardship',
      'a crowded young tree is freed',
      { lifeStage: 'young', signs: [{ id: 'overtopped', zone: 'crown-top' }] },
      'free it from competitors',
      'keep',
    ],
    [
      'amenity',
      'a serious weakness is looked into before the ground is seen to',
      {
        signs: [{ id: 'cavity', zone: 'stem-e', opening: cm(40) }],
        measurements: { dbh: cm(50) },
        works: [{ kind: 'trench', distance: m(3) }],
      },
      'investigate further',
      'improve the ground',
    ],
    [
      'amenity',
      'and before the saw comes out',
      { signs: [{ id: 'cavity', zone: 'stem-e', opening: cm(14) }] },
      'investigate further',
      'remove',
    ],
    [
      'habitat',
      'a weak tree with nothing beneath is habitat before it is fenced off',
      { signs: [{ id: 'cavity', zone: 'stem-e', opening: cm(14) }], beneath: [{ what: 'nothing', howOften: 'rare' }] },
      'keep as habitat',
      'exclude target',
    ],
    [
      'stewardship',
      'a sound tree beside works gets its fence first',
      { measurements: { dbh: cm(50) }, works: [{ kind: 'trench', distance: m(3) }] },
      'improve the ground',
      'keep',
    ],
    [
      'amenity',
      'a tree that may fall on people is kept clear of before anything else',
      { signs: [{ id: 'union-crack', zone: 'unions' }], beneath: [{ what: 'people-passing', howOften: 'frequent' }] },
      'exclude target',
      'remove',
    ],
  ] as const)('%s: %s', (profile, _words, request, before, after) => {
    const order = judgeOak({ ...request, profile }).options.map((option) => option.do);
    expect(order).toContain(before);
    const place = (what: (typeof order)[number]) => (order.includes(what) ? order.indexOf(what) : order.length);
    expect(place(before)).toBeLessThan(place(after));
  });
  // Common practice, no source.
  it.each([
    [
      'a failing crown',
      { signs: [{ id: 'tip-dieback', zone: 'crown-top', percent: 60 }] },
      ['investigate further', 'keep as habitat', 'watch'],
      ['keep', 'remove'],
    ],
    [
      'what cannot wait',
      { signs: [{ id: 'union-crack', zone: 'unions' }] },
      ['close off now', 'remove', 'exclude target', 'investigate further', 'prune or reduce'],
      ['keep'],
    ],
    [
      'a serious weakness',
      { signs: [{ id: 'cavity', zone: 'stem-e', opening: cm(14) }] },
      ['investigate further', 'prune or reduce', 'keep as habitat'],
      ['keep', 'exclude target', 'close off now'],
    ],
    [
      'a small dead branch',
      { signs: [{ id: 'dead-branches', zone: 'branches', size: 'small' }] },
      ['watch'],
      ['remove', 'exclude target', 'keep as habitat', 'keep'],
    ],
    ['nothing', {}, ['keep'], ['watch', 'remove', 'exclude target', 'investigate further', 'keep as habitat']],
    ['nothing over people', { beneath: [{ what: 'people-staying', howOften: 'constant' }] }, ['keep'], ['exclude target', 'remove']],
  ])('%s: what is offered and what is not', (_words, request, offered, withheld) => {
    const all = judgeOak(request).options.map((option) => option.do as string);
    expect(all).toEqual(expect.arrayContaining(offered));
    expect(all.filter((option) => withheld.includes(option))).toEqual([]);
  });
  it('one ground alone is no reason to remove, nor a limb that can be taken off: two are, and a dead tree is', () => {
    const offers = (...signs: object[]) => judgeOak({ signs }).options.some((option) => option.do === 'remove');
    const hanging = { id: 'dead-branches', zone: 'branches', size: 'large' };
    expect(offers(hanging)).toBe(false);
    // A fungus and the decay behind it are one ground; a crack beside it is another.
    const fungus = { id: 'basal-conk', zone: 'collar', kind: 'bracket' };
    expect(offers(hanging, fungus)).toBe(false);
    expect(offers(fungus, { id: 'crack', zone: 'stem-n', kind: 'along' })).toBe(true);
    const dying = { id: 'tip-dieback', zone: 'crown-top', percent: 60 };
    expect(offers(dying)).toBe(false);
    expect(offers(hanging, dying)).toBe(false);
    expect(offers(dying, { id: 'root-plate-lift', zone: 'roots' })).toBe(true);
    expect(offers({ ...dying, percent: 100 })).toBe(true);
    // One fault alone asks for a second look, whatever band it makes.
    const needs = (...signs: object[]) =>
      judgeOak({ signs })
        .options.find((option) => option.do === 'remove')
        ?.needs.join(' ') ?? '';
    expect(needs({ id: 'root-plate-lift', zone: 'roots' })).toMatch(/second assessment by a qualified assessor/);
    expect(needs(dying, { id: 'root-plate-lift', zone: 'roots' })).not.toMatch(/second assessment/);
    expect(needs({ ...dying, percent: 100 })).not.toMatch(/second assessment/);
  });
  it('a conifer is not shortened for a weak stem, an old tree is cut in steps, a palm neither cut nor held', () => {
    const hole = [{ id: 'cavity', zone: 'stem-e', opening: cm(60) }];
    const of = (more: Request) => judgeOak({ signs: hole, ...more }).options;
    expect(of({}).map((option) => option.do)).toContain('prune or reduce');
    expect(of({ taxon: 'Picea abies' }).map((option) => option.do)).not.toContain('prune or reduce');
    expect(of({ taxon: 'Phoenix canariensis' }).map((option) => option.do)).not.toEqual(
      expect.arrayContaining(['prune or reduce', 'support']),
    );
    const needs = (lifeStage: string) =>
      of({ lifeStage })
        .find((option) => option.do === 'prune or reduce')
        ?.needs.join(' ') ?? '';
    expect(needs('old')).toMatch(/in stages over years/);
    expect(needs('mature')).not.toMatch(/in stages over years/);
  });
  it('a reason is told where it holds, and only there', () => {
    const because = (request: Request, what: string) =>
      judgeOak(request)
        .options.find((option) => option.do === what)
        ?.because.join(' ') ?? '';
    const hole = { signs: [{ id: 'cavity', zone: 'stem-e', opening: cm(14) }] };
    expect(because(hole, 'watch')).toMatch(/The hole takes a good part of the girth \(cavity, east side of the stem\)\./);
    expect(because(hole, 'watch')).not.toMatch(/zones not inspected|Vigour/);
    expect(because({ ...hole, looked: ALL.slice(1) }, 'watch')).toMatch(/^1 of 18 zones/);
    const dying = {
      signs: [
        { id: 'tip-dieback', zone: 'crown-top', percent: 60 },
        { id: 'basal-shoots-sign', zone: 'collar' },
      ],
    };
    expect(because(dying, 'watch')).toMatch(/More than 35% of the crown dies back/);
    expect(because(dying, 'bring on a successor')).toMatch(/More than 35% of the crown dies back .*\.$/);
    expect(because({ lifeStage: 'young', signs: [{ id: 'overtopped', zone: 'crown-top' }] }, 'free it from competitors')).toBe(
      'Neighbours take its light.',
    );
  });
  it('a rare kind is kept to its last: removal comes last', () => {
    const { options } = judgeOak({ taxon: 'Fagus grandifolia', signs: [{ id: 'tip-dieback', zone: 'crown-top', percent: 100 }] });
    expect(options.at(-1)?.do).toBe('remove');
  });
  it('where people stay beneath a weak tree, getting them out comes before habitat even in a habitat practice', () => {
    const { options } = judgeOak({
      profile: 'habitat',
      signs: [{ id: 'union-crack', zone: 'unions' }],
      beneath: [{ what: 'people-staying', howOften: 'constant' }],
    });
    const at = (what: string) => options.findIndex((o) => o.do === what);
    expect(at('close off now')).toBe(0);
    expect(at('exclude target')).toBe(1);
    expect(at('keep as habitat')).toBe(-1);
  });
  it('works inside the root zone call for a fence before they begin', () => {
    const { options, works } = judgeOak({ measurements: { dbh: cm(50) }, works: [{ kind: 'trench', distance: m(3) }] });
    expect(works?.works[0]?.where).toBe('inside the root zone');
    expect(options.find((o) => o.do === 'improve the ground')?.because.join(' ')).toMatch(/fence it/);
  });
});

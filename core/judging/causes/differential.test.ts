import fc from 'fast-check';
import { genusOf, ZONES } from '../../knowledge';
import { monthsOf } from '../../time/season';
import { judge } from '../../testing/judge';
import { testLibrary } from '../../testing/library';
import { NORMAL, UNKNOWN_CAUSE } from './differential';
import { runs } from '../../testing/sample';

type Signs = Record<string, unknown>[];
const sign = (id: string, more: Record<string, unknown> = {}) => ({
  id,
  zone: testLibrary.signs.find((s) => s.id === id)?.zones[0],
  ...more,
});

// Pictures as people of the trade meet them, and what they would think of first. Common practice, no source.
const PICTURES: [string, string, string, Signs, string][] = [
  [
    'a wilting branch on an elm in June',
    'Ulmus americana',
    '2026-06-20',
    [sign('wilting', { percent: 10 }), sign('discoloured-foliage', { percent: 10 })],
    'dutch-elm-disease',
  ],
  [
    'dead tips and tufts of shoots on a common ash',
    'Fraxinus excelsior',
    '2026-07-10',
    [sign('tip-dieback', { percent: 30 }), sign('epicormic-crown', { percent: 20 }), sign('canker')],
    'ash-dieback',
  ],
  [
    'D-shaped holes and a flaked stem on a white ash',
    'Fraxinus americana',
    '2026-07-10',
    [sign('exit-holes', { kind: 'd-shaped' }), sign('woodpecker-holes', { kind: 'bark-flaked' }), sign('tip-dieback', { percent: 30 })],
    'emerald-ash-borer',
  ],
  [
    'mined leaves on a horse chestnut in August',
    'Aesculus hippocastanum',
    '2026-08-10',
    [sign('leaf-mines', { percent: 60 }), sign('discoloured-foliage', { percent: 60 })],
    'horse-chestnut-leaf-miner',
  ],
  [
    'blotches across the veins on one',
    'Aesculus hippocastanum',
    '2026-08-10',
    [sign('leaf-spots', { kind: 'blotch', percent: 40 })],
    'horse-chestnut-leaf-blotch',
  ],
  [
    'rusty bleeds up a horse chestnut',
    'Aesculus hippocastanum',
    '2026-05-10',
    [sign('exudate', { kind: 'dark' }), sign('canker', { kind: 'bleeding' })],
    'horse-chestnut-bleeding-canker',
  ],
  [
    'dead limbs with dead bark on top in a plane after a hot summer',
    'Platanus × acerifolia',
    '2026-09-01',
    [sign('dead-branches', { size: 'large', where: 'above-shade-line' }), { id: 'flattened-discoloured-bark', zone: 'stem-n' }],
    'massaria-of-plane',
  ],
  [
    'a shoot like a crook on a pear',
    'Pyrus communis',
    '2026-06-10',
    [sign('wilting', { percent: 20 }), sign('tip-dieback', { percent: 20 }), sign('canker')],
    'fire-blight',
  ],
  [
    'a brittle black crust between the flares of a beech',
    'Fagus sylvatica',
    '2026-07-01',
    [sign('basal-conk', { kind: 'crust' })],
    'kretzschmaria-butt-rot',
  ],
  [
    'fans at the foot of a beech in September',
    'Fagus sylvatica',
    '2026-09-15',
    [sign('basal-conk', { kind: 'cluster' }), sign('root-plate-lift')],
    'meripilus-root-rot',
  ],
  [
    'mushrooms in clusters at a birch with a thin crown',
    'Betula pendula',
    '2026-10-05',
    [sign('basal-conk', { kind: 'cluster' }), sign('tip-dieback', { percent: 30 })],
    'armillaria-root-rot',
  ],
  [
    'a yellow tier on a false acacia',
    'Robinia pseudoacacia',
    '2026-07-01',
    [sign('conk', { kind: 'bracket' }), sign('hollow-sound')],
    'laetiporus-heart-rot',
  ],
  [
    'a cushion on a birch',
    'Betula pendula',
    '2026-07-01',
    [sign('conk', { kind: 'bracket' }), sign('dead-branches', { size: 'large' })],
    'birch-polypore',
  ],
  [
    'a thin top and D-shaped holes on a birch',
    'Betula papyrifera',
    '2026-07-01',
    [sign('tip-dieback', { percent: 40 }), sign('exit-holes', { kind: 'd-shaped' })],
    'bronze-birch-borer',
  ],
  ['leaves like lace on an elm', 'Ulmus minor', '2026-07-10', [sign('skeletonised', { percent: 60 })], 'elm-leaf-beetle'],
  [
    'flour in the bark of a browning spruce',
    'Picea abies',
    '2026-07-10',
    [sign('frass', { kind: 'fine-flour' }), sign('discoloured-foliage', { percent: 60 }), sign('exit-holes', { kind: 'round' })],
    'bark-beetles-conifer',
  ],
  [
    'a nest of hairs on an oak',
    'Quercus robur',
    '2026-06-20',
    [sign('webbing', { kind: 'nest-of-hairs' }), sign('chewed', { percent: 40 })],
    'oak-processionary-moth',
  ],
  [
    'silk bags at branch ends of a pine in winter',
    'Pinus nigra',
    '2026-01-20',
    [sign('webbing', { kind: 'over-branch-ends' })],
    'pine-processionary-moth',
  ],
  [
    'sticky cars beneath a linden',
    'Tilia × europaea',
    '2026-06-20',
    [sign('honeydew', { percent: 60 }), sign('sooty-mould', { percent: 20 })],
    'aphids-and-honeydew',
  ],
  [
    'black domes on an olive',
    'Olea europaea',
    '2026-07-01',
    [sign('scale-insects', { kind: 'black-domes', cover: 40 }), sign('sooty-mould', { percent: 30 })],
    'soft-scales',
  ],
  [
    'oyster shells on an ash twig',
    'Fraxinus ornus',
    '2026-07-01',
    [sign('scale-insects', { kind: 'oyster-shells', cover: 50 }), sign('tip-dieback', { percent: 20 })],
    'armoured-scales',
  ],
  [
    'pairs of fine teeth on a maple',
    'Acer campestre',
    '2026-06-10',
    [sign('bark-stripping', { kind: 'fine-pairs' })],
    'squirrel-bark-stripping',
  ],
  [
    'broad teeth at snow height on a crab',
    'Malus sylvestris',
    '2026-02-20',
    [sign('bark-stripping', { kind: 'broad' })],
    'rodent-and-deer-bark-loss',
  ],
  ['a rib with a crack up a plane', 'Platanus × acerifolia', '2026-04-10', [sign('crack', { kind: 'along' }), sign('rib')], 'frost-crack'],
  ['a strip from top to ground', 'Quercus robur', '2026-07-20', [sign('lightning-scar', { kind: 'one-strip' })], 'lightning-strike'],
  [
    'brown edges by a gritted road in May',
    'Acer platanoides',
    '2026-05-20',
    [sign('scorch', { percent: 40 }), sign('tip-dieback', { percent: 20 }), sign('small-leaves', { percent: 40 })],
    'salt-injury',
  ],
  [
    'standing water and a yellow crown',
    'Prunus avium',
    '2026-06-10',
    [sign('waterlogging', { kind: 'for-months' }), sign('discoloured-foliage', { percent: 40 })],
    'waterlogging-stress',
  ],
  [
    'a new bank against the stem',
    'Quercus rubra',
    '2026-07-01',
    [sign('grade-change', { kind: 'raised' }), sign('thin-crown', { percent: 30 })],
    'grade-change-stress',
  ],
  [
    'a root across the stem and early colour',
    'Acer platanoides',
    '2026-08-20',
    [sign('girdling-root', { percent: 30 }), sign('buried-flare')],
    'girdling-root-stress',
  ],
  [
    'yellow between green veins on a pin oak',
    'Quercus palustris',
    '2026-07-01',
    [sign('discoloured-foliage', { percent: 70 }), sign('small-leaves', { percent: 30 })],
    'chlorosis',
  ],
  ['white powder on an oak in August', 'Quercus robur', '2026-08-10', [sign('mildew', { percent: 60 })], 'powdery-mildew'],
  [
    'spots and bare crabs in July',
    'Malus sylvestris',
    '2026-07-20',
    [sign('leaf-spots', { kind: 'blotch', percent: 50 }), sign('early-leaf-drop', { percent: 40 })],
    'apple-scab',
  ],
  ['a foamy run from an old crotch of an elm', 'Ulmus pumila', '2026-06-01', [sign('exudate', { kind: 'foamy' })], 'bacterial-wetwood'],
  ['a target canker on a crab', 'Malus floribunda', '2026-06-01', [sign('canker', { kind: 'perennial' })], 'nectria-canker'],
  [
    'small yellow leaves and broken twigs on a sugarberry',
    'Celtis laevigata',
    '2026-05-20',
    [sign('small-leaves', { percent: 40 }), sign('broken-fine-twigs', { percent: 30 }), sign('tip-dieback', { percent: 30 })],
    'sugarberry-decline',
  ],
  [
    'one branch after another of a hedge cypress',
    'Cupressus × leylandii',
    '2026-06-20',
    [sign('discoloured-foliage', { percent: 30 }), sign('exudate', { kind: 'amber' }), sign('canker')],
    'cypress-canker',
  ],
  [
    'red bands on needles',
    'Pinus nigra',
    '2026-06-20',
    [sign('leaf-spots', { kind: 'bands-on-needles', percent: 40 }), sign('thin-crown', { percent: 40 })],
    'dothistroma-needle-blight',
  ],
  [
    'packed soil and roots at the surface',
    'Acer saccharum',
    '2026-07-01',
    [sign('compaction'), sign('surface-roots-sign'), sign('thin-crown', { percent: 30 })],
    'soil-compaction-stress',
  ],
];

describe('the differential', () => {
  it.each(PICTURES)('%s', (_words, taxon, date, signs, agent) => {
    const { agents } = judge({ taxon, date, signs });
    // The first thought is among the first two: common look-alikes may stand beside it.
    expect(agents.slice(0, 2).map((a) => a.agent)).toContain(agent);
  });
  it('is a distribution, with "cause unknown" always in it', () => {
    fc.assert(
      fc.property(fc.constantFrom(...testLibrary.taxa), fc.subarray(testLibrary.signs, { minLength: 1, maxLength: 5 }), (taxon, signs) => {
        const { agents } = judge({ taxon: taxon.name, signs: signs.map((s) => sign(s.id)) });
        const sum = agents.reduce((total, a) => total + a.probability, 0);
        expect(sum).toBeLessThanOrEqual(1 + 1e-9);
        // Those under 2% are left out; there are at most eighty of them.
        expect(sum).toBeGreaterThan(0.2);
      }),
      { numRuns: runs(60) },
    );
  });
  it('an agent of another host is no first thought', () => {
    const { agents } = judge({
      taxon: 'Tilia cordata',
      signs: [sign('exit-holes', { kind: 'd-shaped' }), sign('tip-dieback', { percent: 40 })],
    });
    for (const id of ['emerald-ash-borer', 'bronze-birch-borer', 'two-lined-chestnut-borer'])
      expect(agents.find((a) => a.agent === id)?.probability ?? 0).toBeLessThan(0.2);
    expect(['emerald-ash-borer', 'bronze-birch-borer', 'two-lined-chestnut-borer']).not.toContain(agents[0]?.agent);
  });
  it('an agent of another build is not weighed at all', () => {
    const named = (taxon: string) =>
      judge({ taxon, signs: [sign('frass', { kind: 'coarse-chips' }), sign('soft-wood')] }).agents.map((a) => a.agent);
    expect(named('Phoenix canariensis')).toContain('palm-weevil');
    expect(named('Acer platanoides')).not.toContain('palm-weevil');
  });
  it('a sign looked for and not there lowers what always shows it', () => {
    const signs = [sign('discoloured-foliage', { percent: 40 }), sign('early-leaf-drop', { percent: 30 })];
    const of = (absent: string[]) =>
      judge({ taxon: 'Aesculus hippocastanum', date: '2026-08-10', signs, absent }).agents.find(
        (a) => a.agent === 'horse-chestnut-leaf-miner',
      )?.probability ?? 0;
    expect(of(['leaf-mines'])).toBeLessThan(of([]) / 3);
  });
  it('looking over a zone does not rule out what needs a mallet', () => {
    const signs = [sign('basal-conk', { kind: 'bracket' })];
    const of = (more: Record<string, unknown>) =>
      judge({ taxon: 'Robinia pseudoacacia', signs, ...more }).agents.find((a) => a.agent === 'perenniporia-butt-rot')?.probability ?? 0;
    const looked = of({ looked: ['stem-n', 'stem-ne', 'stem-e', 'stem-se', 'stem-s', 'stem-sw', 'stem-w', 'stem-nw', 'collar'] });
    const sounded = of({ absent: ['hollow-sound'] });
    expect(looked).toBeGreaterThan(sounded);
  });
  it('a kind the agent does not make speaks against it', () => {
    const p = (kind: string) =>
      judge({ taxon: 'Acer platanoides', signs: [sign('exit-holes', { kind }), sign('tip-dieback', { percent: 20 })] }).agents.find(
        (a) => a.agent === 'asian-longhorned-beetle',
      )?.probability ?? 0;
    expect(p('round')).toBeGreaterThan(5 * p('d-shaped'));
  });
  it('the month counts', () => {
    const signs = [sign('webbing', { kind: 'over-branch-ends' })];
    const p = (date: string) =>
      judge({ taxon: 'Pinus nigra', date, signs }).agents.find((a) => a.agent === 'pine-processionary-moth')?.probability ?? 0;
    expect(p('2026-02-01')).toBeGreaterThan(p('2026-07-01'));
  });
  it('the district counts', () => {
    const request = {
      taxon: 'Eucalyptus camaldulensis',
      signs: [sign('honeydew', { percent: 40 }), sign('discoloured-foliage', { percent: 30 })],
    };
    const p = (district: string) => judge(request, district).agents.find((a) => a.agent === 'lerp-psyllids')?.probability ?? 0;
    expect(p('southmere')).toBeGreaterThan(p('quillhaven'));
    expect(testLibrary.districts.find((d) => d.id === 'southmere')?.agents['lerp-psyllids']).toBe('common');
  });
  it('a report is asked for long before the agent is likely', () => {
    const a = judge({ taxon: 'Acer platanoides', signs: [sign('frass', { kind: 'coarse-chips' })] });
    const beetle = a.agents.find((x) => x.agent === 'asian-longhorned-beetle');
    expect(beetle?.probability).toBeLessThan(0.5);
    expect(a.cautions.join(' ')).toMatch(/Longhorned beetles: It must be reported/);
  });
  it('more signs of one part of the tree add less than signs of several parts', () => {
    const odds = (signs: Signs) => {
      const { agents } = judge({ taxon: 'Tilia cordata', signs });
      const p = (id: string) => agents.find((a) => a.agent === id)?.probability ?? 1e-6;
      return p('armillaria-root-rot') / p(UNKNOWN_CAUSE);
    };
    const base = odds([sign('small-leaves', { percent: 30 })]);
    const samePart = odds([sign('small-leaves', { percent: 30 }), sign('thin-crown', { percent: 30 })]);
    const otherPart = odds([sign('small-leaves', { percent: 30 }), sign('fungal-sheets')]);
    expect(otherPart / base).toBeGreaterThan(samePart / base);
  });
  it('is empty where no sign was seen: it explains signs', () =>
    expect(judge({ taxon: 'Tilia cordata', looked: [...ZONES] }).agents).toEqual([]));
});

describe('signs set aside beside signs that count', () => {
  const broom = { id: 'witches-broom', zone: 'crown-mid' };
  const hole = { id: 'cavity', zone: 'stem-e', opening: { value: 14, unit: 'cm' } };
  it('what is normal explains itself, never the fault beside it', () => {
    const alone = judge({ taxon: 'Celtis occidentalis', looked: ZONES, signs: [broom] });
    expect(alone.agents[0]?.agent).toBe(NORMAL);
    expect(alone.note).toMatch(/most likely normal for this tree/);
    const both = judge({ taxon: 'Celtis occidentalis', looked: ZONES, signs: [broom, hole] });
    expect(both.agents.map((a) => a.agent)).not.toContain(NORMAL);
    expect(both.note).not.toMatch(/most likely normal/);
    expect(both.normalHere.map((n) => n.sign)).toEqual(['witches-broom']);
    const bare = judge({ taxon: 'Celtis occidentalis', looked: ZONES, signs: [hole] });
    expect(both.agents.map((a) => a.agent)).toEqual(bare.agents.map((a) => a.agent));
  });
});

describe('look next', () => {
  it('a birch that dies from the top sends one to the brackets, where the borer does not live', () => {
    const { lookNext } = judge({
      taxon: 'Betula papyrifera',
      signs: [sign('tip-dieback', { percent: 30 }), sign('dead-branches', { size: 'large' })],
    });
    expect(lookNext.map((l) => l.sign)).toEqual(expect.arrayContaining(['conk']));
    expect(lookNext.some((l) => l.shownBy.includes('Birch polypore'))).toBe(true);
  });
  it('names what each answer speaks for', () => {
    const [first] = judge({
      taxon: 'Aesculus hippocastanum',
      date: '2026-08-10',
      signs: [sign('discoloured-foliage', { percent: 40 })],
    }).lookNext;
    expect(first?.sign).toBe('leaf-mines');
    expect(first?.shownBy.join(' ')).toMatch(/leaf miner/);
  });
  it('never sends to what was seen, ruled out, or cannot be told at the date', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...testLibrary.taxa),
        fc.subarray(testLibrary.signs, { minLength: 2, maxLength: 5 }),
        fc.constantFrom('2026-01-10', '2026-07-10'),
        (taxon, picked, date) => {
          const [absent, ...seen] = picked;
          const { lookNext } = judge({ taxon: taxon.name, date, signs: seen.map((s) => sign(s.id)), absent: [absent?.id] });
          for (const look of lookNext) {
            expect(picked.map((s) => s.id)).not.toContain(look.sign);
            expect(look.bits).toBeGreaterThan(0);
            const { leaf } = taxon.months;
            const leafless = !taxon.evergreen && leaf.length > 0 && !monthsOf(leaf).includes(Number(date.slice(5, 7)));
            if (leafless) expect(testLibrary.signs.find((s) => s.id === look.sign)?.season).not.toContain('needs-leaf');
          }
        },
      ),
      { numRuns: runs(60) },
    );
  });
  it('following it on a drawn case finds the cause sooner than looking in the order of the list', () => {
    // Each agent with a host of its own is put behind its tree; the observer answers truly by the agent's record.
    let guided = 0;
    let inOrder = 0;
    let cases = 0;
    for (const agent of testLibrary.agents.filter((a) => a.hosts.length > 0 && a.prior !== 'rare').slice(0, 24)) {
      const taxon = testLibrary.taxa.find((t) => agent.hosts.includes(t.name) || agent.hosts.includes(genusOf(t.name)));
      const first = agent.signs[0];
      if (!taxon || !first) continue;
      const month = String(agent.months?.[0] ?? 7).padStart(2, '0');
      const truly = (id: string) => agent.signs.some((s) => s.sign === id && (s.howOften === 'always' || s.howOften === 'usually'));
      const kindOf = (id: string) => {
        const kind = agent.signs.find((s) => s.sign === id)?.kinds?.[0];
        return kind ? { kind } : {};
      };
      const looksUntil = (next: (a: ReturnType<typeof judge>, asked: Set<string>) => string | undefined) => {
        const signs = [sign(first.sign, kindOf(first.sign))];
        const absent: string[] = [];
        for (let looks = 0; looks < 12; looks++) {
          const a = judge({ taxon: taxon.name, date: `2026-${month}-15`, signs, absent });
          if (a.agents[0]?.agent === agent.id) return looks;
          const id = next(a, new Set([...signs.map((s) => s.id), ...absent]));
          if (!id) return 12;
          if (truly(id)) signs.push(sign(id, kindOf(id)));
          else absent.push(id);
        }
        return 12;
      };
      guided += looksUntil((a) => a.lookNext[0]?.sign);
      inOrder += looksUntil((_a, asked) => testLibrary.signs.find((s) => !asked.has(s.id))?.id);
      cases++;
    }
    expect(cases).toBeGreaterThan(15);
    expect(guided).toBeLessThan(inOrder);
  });
});

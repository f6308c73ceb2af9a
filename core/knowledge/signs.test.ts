import { testLibrary } from '../testing/library';
import { CARD_KINDS, HIDDEN_DECAY, OPTIONS, SOUNDNESS, STEM_SIDES, VIGOUR, ZONES, type Sign } from './sign';
import type { SignField } from './sign-fields';

const { signs } = testLibrary;
const sign = (id: string): Sign => {
  const found = signs.find((s) => s.id === id);
  if (!found) throw new Error(`no sign ${id}`);
  return found;
};

// The vocabulary of signs, with what is recorded with each: fields that must be there, and words of kinds, parts and sizes.
const VOCABULARY: [string, SignField[], Partial<Record<SignField, string[]>>?][] = [
  ['thin-crown', ['percent', 'part'], { part: ['tips', 'inside'] }],
  ['tip-dieback', ['percent']],
  ['dead-branches', ['percent', 'size', 'where'], { size: ['fine', 'small', 'large'], where: ['inside-shade-line', 'above-shade-line'] }],
  ['broken-fine-twigs', []],
  ['hung-branch', []],
  ['stag-head', []],
  ['one-sided-crown', []],
  ['overtopped', []],
  ['small-leaves', []],
  ['early-leaf-drop', []],
  ['discoloured-foliage', ['percent']],
  ['wilting', []],
  ['scorch', []],
  ['witches-broom', []],
  ['epicormic-crown', []],
  ['vine-in-crown', []],
  ['epicormic-stem', ['height', 'count']],
  ['wound', ['width', 'length', 'percent', 'kind'], { kind: ['rolling-in', 'open'] }],
  ['loose-bark', ['cover']],
  ['bark-stripping', []],
  ['flattened-discoloured-bark', []],
  ['pockmarks', ['cover']],
  ['canker', ['kind'], { kind: ['perennial', 'bleeding'] }],
  ['crack', ['kind', 'depth'], { kind: ['along', 'across'] }],
  ['seam', []],
  ['rib', []],
  ['cavity', ['height', 'opening', 'depth']],
  ['conk', ['kind', 'height']],
  ['exudate', ['kind'], { kind: ['dark', 'red-gum', 'amber', 'foamy', 'clear', 'milky'] }],
  ['exit-holes', ['kind', 'width']],
  ['frass', []],
  ['ants', []],
  ['woodpecker-holes', []],
  ['bulge', []],
  ['swollen-bands', []],
  ['burl', []],
  ['girdling-cut', []],
  ['girdling-wire', []],
  ['lightning-scar', []],
  ['lean', ['angle', 'kind'], { kind: ['with-heave'] }],
  ['hollow-sound', []],
  ['soft-wood', []],
  ['sooty-bark-powder', []],
  ['codominant-fork', ['height', 'angle']],
  ['included-bark', []],
  ['grown-together-stems', ['kind'], { kind: ['upright', 'diverging'] }],
  ['union-crack', []],
  ['buried-flare', []],
  ['girdling-root', []],
  ['basal-cavity', []],
  ['basal-conk', []],
  ['mower-damage', []],
  ['basal-shoots-sign', []],
  ['root-shoots', []],
  ['cut-roots', []],
  ['surface-roots-sign', []],
  ['paving-lift', []],
  ['soil-crack', []],
  ['root-plate-lift', []],
  ['compaction', []],
  ['waterlogging', []],
  ['grade-change', []],
  ['leaf-spots', ['kind'], { kind: ['tar-like', 'shot-hole', 'angular'] }],
  ['galls', ['kind'], { kind: ['leaf', 'twig'] }],
  ['leaf-mines', []],
  ['honeydew', []],
  ['sooty-mould', []],
  ['chewed', []],
  ['skeletonised', []],
  ['mildew', []],
  ['scale-insects', []],
  ['webbing', []],
  ['aphids', []],
  // Added beside the shared vocabulary.
  ['pruned', []],
  ['distorted-leaves', []],
  ['collapsed-spear', []],
  ['end-weighted-limb', []],
  ['fungal-sheets', []],
  ['mistletoe', []],
  ['termite-leads', []],
  ['short-shoots', []],
  ['support-in-place', []],
  ['exposed-roots', []],
  ['fire-scar', []],
  ['egg-masses', []],
  ['discoloured-fronds', []],
  ['planting-fault', []],
];

describe('the vocabulary of signs', () => {
  it('is held whole, and nothing beside it', () => expect(signs.map((s) => s.id).sort()).toEqual(VOCABULARY.map(([id]) => id).sort()));
  it.each(VOCABULARY.map(([id, fields, words = {}]) => [id, fields, words] as const))('%s records %j', (id, fields, words) => {
    const held = sign(id);
    for (const field of fields) expect(held.fields[field]).toBeDefined();
    for (const [field, wanted] of Object.entries(words))
      expect(held.fields[field as SignField]?.words).toEqual(expect.arrayContaining(wanted));
  });
  it.each(signs.map((s) => [s.id, s] as const))('%s says what it means, what looks like it, what to check', (_id, s) => {
    expect(s.means.length).toBeGreaterThan(10);
    expect(s.label).toMatch(/^[A-Z]/);
    expect(s.hint).not.toMatch(/\.$/);
    expect(s.checkNext.length).toBeGreaterThan(0);
    for (const zone of s.zones) expect(ZONES).toContain(zone);
    for (const call of s.calls) expect(OPTIONS).toContain(call.do);
  });
  it('rules worsen step by step: a stricter condition never gives a milder band', () => {
    const BANDS: Record<string, readonly string[]> = { vigour: VIGOUR, soundness: SOUNDNESS, hiddenDecay: HIDDEN_DECAY };
    for (const s of signs)
      for (const scale of Object.keys(BANDS)) {
        const steps = s.rules
          .filter((r) => r.scale === scale && r.when?.percent?.over !== undefined && Object.keys(r.when).length === 1)
          .map((r) => ({ over: r.when?.percent?.over ?? 0, rank: (BANDS[scale] ?? []).indexOf(r.atLeast) }))
          .sort((a, b) => a.over - b.over);
        const ranks = steps.map((step) => step.rank);
        expect([...ranks].sort((a, b) => a - b)).toEqual(ranks);
      }
  });
  it('shares of crown, foliage or bark are estimated against cards; a share of the girth is measured', () => {
    for (const s of signs)
      for (const [field, spec] of Object.entries(s.fields)) {
        if (field !== 'percent' && field !== 'cover') continue;
        const measured = /girth|root ground|in shade|crown taken/.test(spec.label ?? '');
        expect([s.id, measured || CARD_KINDS.includes(spec.card as 'cover')]).toEqual([s.id, true]);
      }
  });
  it('a sign of the whole stem can be marked on all eight sides', () => {
    for (const s of signs.filter((x) => x.group === 'stem')) for (const side of STEM_SIDES) expect(s.zones).toContain(side);
  });
  it('what needs a mallet, a probe or a spade says so', () => {
    expect(sign('hollow-sound').found).toBe('sound');
    expect(sign('soft-wood').found).toBe('probe');
    expect(sign('girdling-root').found).toBe('dig');
  });
  it('foliage signs are told in leaf only; wood signs at any time', () => {
    for (const id of ['leaf-spots', 'leaf-mines', 'chewed', 'mildew', 'wilting', 'thin-crown'])
      expect(sign(id).season).toContain('needs-leaf');
    for (const s of signs.filter((x) => x.group === 'stem' || x.group === 'unions')) expect(s.season).toEqual([]);
  });
  it('nests, hung branches, fresh leans and burning hairs carry their cautions', () => {
    expect(sign('cavity').cautions.join(' ')).toMatch(/protected/);
    expect(sign('hung-branch').cautions.join(' ')).toMatch(/stand under/i);
    expect(sign('lean').cautions.join(' ')).toMatch(/Do not go under/);
    expect(sign('webbing').cautions.join(' ')).toMatch(/burn skin/);
    expect(sign('vine-in-crown').cautions.join(' ')).toMatch(/Never burn/);
  });
  it('every sign of an agent or a normal finding is one of the vocabulary', () => {
    const ids = new Set(signs.map((s) => s.id));
    for (const agent of testLibrary.agents) for (const s of agent.signs) expect(ids).toContain(s.sign);
    for (const taxon of testLibrary.taxa) for (const n of taxon.normal) expect(ids).toContain(n.sign);
  });
  it('every sign but the shape of a tree is shown by some agent, so that a differential can speak of it', () => {
    const shown = new Set(testLibrary.agents.flatMap((a) => a.signs.map((s) => s.sign)));
    const alone = signs.filter((s) => !shown.has(s.id)).map((s) => s.id);
    // Forks, burls and the like have no agent behind them.
    expect(alone.length).toBeLessThan(27);
    for (const id of alone) expect(['crown', 'stem', 'unions', 'collar', 'roots']).toContain(sign(id).group);
  });
});

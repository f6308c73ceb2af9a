import { ALL, judge, m } from '../testing/judge';

describe('what is normal here', () => {
  it('red gum on a bloodwood, seen on two sides only: the worked request of the contract', () => {
    const a = judge({
      taxon: 'Corymbia opaca',
      date: '2026-06-01',
      latitude: -23.7,
      looked: ['crown-top', 'stem-n', 'stem-e'],
      measurements: { height: m(9), crownBase: m(3), dbh: { value: 30, unit: 'cm' } },
      signs: [{ id: 'exudate', kind: 'red-gum', zone: 'stem-e' }],
    });
    expect(a.normalHere).toEqual([expect.objectContaining({ sign: 'exudate' })]);
    expect(a.soundness.band).toBe('no weakness seen on what was looked at');
    expect(a.lookedAt.percent).toBe(17);
    expect(a.lookedAt.unseen).toHaveLength(15);
    expect(a.agents[0]?.agent).toBe('normal for this tree');
    expect(a.screening).toBeNull();
  });
  // Facts of the trade: common practice, no source.
  it.each([
    ['peeling on a plane', 'Platanus × acerifolia', { id: 'loose-bark', zone: 'stem-s', cover: 30 }, true],
    ['peeling on an elm', 'Ulmus americana', { id: 'loose-bark', zone: 'stem-s', cover: 30 }, false],
    ['a broom on a hackberry', 'Celtis occidentalis', { id: 'witches-broom', zone: 'crown-mid' }, true],
    ['tar spot on a maple', 'Acer platanoides', { id: 'leaf-spots', zone: 'foliage', kind: 'tar-like', percent: 30 }, true],
    ['shoots at the foot of a linden', 'Tilia americana', { id: 'basal-shoots-sign', zone: 'collar' }, true],
    ['shoots at the foot of a walnut', 'Juglans nigra', { id: 'basal-shoots-sign', zone: 'collar' }, false],
    [
      'low dead branches inside the shade line',
      'Quercus rubra',
      { id: 'dead-branches', zone: 'crown-low', size: 'small', where: 'inside-shade-line' },
      true,
    ],
    [
      'dead branches above it',
      'Quercus rubra',
      { id: 'dead-branches', zone: 'crown-top', size: 'small', where: 'above-shade-line' },
      false,
    ],
    ['cords on a blue beech', 'Carpinus caroliniana', { id: 'bulge', zone: 'stem-e' }, true],
    ['too much peeling even for a plane', 'Platanus × acerifolia', { id: 'loose-bark', zone: 'stem-s', cover: 80 }, false],
  ])('%s', (_words, taxon, sign, normal) => {
    expect(judge({ taxon, looked: ALL, signs: [sign] }).normalHere).toHaveLength(normal ? 1 : 0);
  });
  it('yellowing before flowering is normal on a jacaranda in its season only', () => {
    const sign = { id: 'discoloured-foliage', zone: 'crown-mid', percent: 30 };
    expect(judge({ taxon: 'Jacaranda mimosifolia', date: '2026-03-01', signs: [sign] }).normalHere).toHaveLength(1);
    expect(judge({ taxon: 'Jacaranda mimosifolia', date: '2026-09-01', signs: [sign] }).normalHere).toHaveLength(0);
    // September in the south is March in the north.
    expect(judge({ taxon: 'Jacaranda mimosifolia', date: '2026-09-01', latitude: -30, signs: [sign] }).normalHere).toHaveLength(1);
  });
  it('a sign put back with a word why counts again', () => {
    const sign = { id: 'loose-bark', zone: 'stem-s', cover: 30 };
    expect(judge({ taxon: 'Platanus × acerifolia', looked: ALL, signs: [sign] }).soundness.band).toBe('no weakness seen');
    expect(judge({ taxon: 'Platanus × acerifolia', looked: ALL, signs: [{ ...sign, putBack: 'dust beneath' }] }).soundness.band).toBe(
      'weakness',
    );
  });
});

describe('two scales, never averaged', () => {
  it('a fine crown proves nothing about the wood (common practice, no source)', () => {
    const a = judge({
      taxon: 'Quercus rubra',
      looked: ALL,
      measurements: { height: m(20), crownBase: m(5) },
      signs: [{ id: 'basal-conk', kind: 'bracket', zone: 'collar' }],
    });
    expect(a.vigour.band).toBe('thriving');
    expect(a.soundness.band).toBe('serious weakness');
    expect(a.hiddenDecay.band).toBe('likely');
  });
  it.each([
    [20, 4, 'thriving'],
    [20, 12.5, 'fair'],
    [20, 13.4, 'strained'],
    [20, 16, 'failing'],
  ])('height %d m with the crown from %d m: %s (live crown ratio, common practice)', (height, crownBase, band) => {
    expect(judge({ looked: ALL, measurements: { height: m(height), crownBase: m(crownBase) } }).vigour.band).toBe(band);
  });
  it('the 25 ft tree of 2.5 in with a fifth in crown fails and is too thin (common practice, no source)', () => {
    const a = judge({
      looked: ALL,
      measurements: { height: { value: 25, unit: 'ft' }, crownBase: { value: 20, unit: 'ft' }, dbh: { value: 2.5, unit: 'in' } },
    });
    expect(a.vigour.band).toBe('failing');
    expect(a.soundness.band).toBe('weakness');
  });
  it('"no weakness seen" needs every stem side, the collar and the forks', () => {
    expect(judge({ looked: ALL }).soundness.band).toBe('no weakness seen');
    for (const zone of ['stem-nw', 'collar', 'unions']) {
      expect(judge({ looked: ALL.filter((z) => z !== zone) }).soundness.band).toBe('no weakness seen on what was looked at');
    }
    expect(judge({ looked: [] }).soundness.band).toBe('not judged');
    expect(judge({ looked: [] }).vigour.band).toBe('not judged');
  });
  it('names the sides nobody looked at', () => {
    expect(judge({ looked: ALL.filter((z) => z !== 'stem-w' && z !== 'stem-nw') }).lookedAt.cannotSay.join(' ')).toMatch(
      /The west and north-west sides of the stem were not inspected/,
    );
  });
  it('does not judge the foliage of a leafless tree', () => {
    expect(judge({ taxon: 'Quercus rubra', date: '2026-01-10', looked: ALL }).lookedAt.cannotSay.join(' ')).toMatch(/Out of leaf/);
  });
});

describe('agents, options, coming back', () => {
  it('wilting and early drop on an elm in summer point to Dutch elm disease', () => {
    const a = judge({
      taxon: 'Ulmus americana',
      signs: [
        { id: 'wilting', zone: 'crown-top', percent: 20 },
        { id: 'early-leaf-drop', zone: 'crown-top', percent: 30 },
        { id: 'discoloured-foliage', zone: 'crown-top', percent: 20 },
      ],
    });
    expect(a.agents[0]?.agent).toBe('dutch-elm-disease');
    expect(a.comeBack.by <= '2026-08-02').toBe(true);
    expect(a.outlook).toBe('short');
  });
  it('D-shaped holes on an ash point to the borer, round ones do not', () => {
    const with_ = (kind: string) =>
      judge({
        taxon: 'Fraxinus americana',
        signs: [
          { id: 'exit-holes', kind, zone: 'stem-s' },
          { id: 'tip-dieback', zone: 'crown-top', percent: 30 },
        ],
      }).agents.find((a) => a.agent === 'emerald-ash-borer')?.probability ?? 0;
    expect(with_('d-shaped')).toBeGreaterThan(0.4);
    expect(with_('round')).toBeLessThan(with_('d-shaped') / 2);
  });
  it('lets "cause unknown" lead where nothing of the library fits, and adds up to one', () => {
    const { agents, note } = judge({ taxon: 'Ginkgo biloba', looked: ALL, signs: [{ id: 'burl', zone: 'stem-w' }] });
    expect(agents.map((a) => a.agent)).toEqual(['cause unknown']);
    // Nobody asks what caused a burl.
    expect(note).not.toMatch(/Most likely cause|Cause not/);
    expect(agents.reduce((sum, a) => sum + a.probability, 0)).toBeLessThanOrEqual(1.0001);
  });
  it('one common sign with many causes behind it is not explained', () => {
    const { agents, note } = judge({ taxon: 'Celtis laevigata', signs: [{ id: 'broken-fine-twigs', zone: 'crown-top', percent: 20 }] });
    expect(agents[0]?.probability).toBeLessThan(0.5);
    expect(agents.length).toBeGreaterThan(2);
    expect(note).toMatch(/Cause not clear\. Possible: .* Next, check for/);
  });
  it('says that none stands out where several causes share the odds', () => {
    const { agents, note } = judge({
      taxon: 'Quercus petraea',
      signs: [{ id: 'exudate', zone: 'stem-n', kind: 'dark' }],
    });
    expect(agents[0]?.probability).toBeLessThan(0.5);
    expect(note).toMatch(/Cause not clear\. Possible: .*, /);
  });
  it('acts first on an opening fork, and puts licensed people beside every cut', () => {
    const a = judge({ taxon: 'Acer saccharinum', looked: ALL, signs: [{ id: 'union-crack', zone: 'unions' }] });
    expect(a.soundness.band).toBe('act first');
    expect(a.options[0]?.do).toBe('close off now');
    for (const option of a.options.filter((o) => ['prune or reduce', 'remove', 'support'].includes(o.do)))
      expect(option.needs.join(' ')).toMatch(/licensed/);
    expect(a.comeBack.by <= '2026-07-10').toBe(true);
  });
  it('a habitat-minded practice ranks keeping higher', () => {
    const at = (profile: string) =>
      judge({
        profile,
        taxon: 'Fagus grandifolia',
        looked: ALL,
        signs: [{ id: 'tip-dieback', zone: 'crown-top', percent: 60 }],
      }).options.findIndex((o) => o.do === 'keep as habitat');
    expect(at('habitat')).toBeLessThan(at('amenity'));
  });
  it.each([
    [{ taxon: 'Acer sacharinum' }, /unknown taxon "Acer sacharinum"; nearest known: Acer saccharinum/],
    [{ signs: [{ id: 'cavty', zone: 'stem-n' }] }, /signs\[0\]\.id: unknown sign "cavty"; nearest known: cavity/],
    [{ signs: [{ id: 'cavity', zone: 'stem-north' }] }, /unknown zone "stem-north"; nearest known: stem-n/],
    [{ signs: [{ id: 'exudate', kind: 'redgum', zone: 'stem-n' }] }, /unknown word "redgum"; nearest valid: red-gum/],
    [{ looked: ['crown'] }, /unknown zone "crown"/],
  ])('refuses %j with the nearest word', (request, sentence) => expect(() => judge(request)).toThrow(sentence));
});

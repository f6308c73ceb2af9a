import { spawnSync } from 'node:child_process';
import fs, { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { main } from './main';

/** Runs the command in this process, as the program does; standard input is the text. */
async function dendrix(args: string[], input?: unknown) {
  const text = input === undefined ? '' : typeof input === 'string' ? input : JSON.stringify(input);
  const said = { out: '', err: '' };
  const real = fs.readFileSync;
  const spies = [
    jest.spyOn(process.stdout, 'write').mockImplementation((part) => ((said.out += String(part)), true)),
    jest.spyOn(process.stderr, 'write').mockImplementation((part) => ((said.err += String(part)), true)),
    jest
      .spyOn(fs, 'readFileSync')
      .mockImplementation(((from: fs.PathOrFileDescriptor, how: 'utf8') => (from === 0 ? text : real(from, how))) as typeof real),
  ];
  try {
    return { code: await main(args), ...said };
  } finally {
    for (const spy of spies) spy.mockRestore();
  }
}
const json = async (args: string[], input?: unknown) => JSON.parse((await dendrix(args, input)).out);
const file = (name: string, text: string) => {
  const path = join(mkdtempSync(join(tmpdir(), 'dendrix-cli-')), name);
  writeFileSync(path, text);
  return path;
};

describe('the program', () => {
  const run = (args: string[], input: string) =>
    spawnSync(process.execPath, [join(__dirname, 'dendrix.mjs'), ...args], { encoding: 'utf8', input });
  it('reads standard input, writes one answer, and ends with the code of the command', () => {
    const good = run(['names', '--in', '-'], '{"query":"sweet gum"}');
    expect([good.status, good.stderr]).toEqual([0, '']);
    expect(JSON.parse(good.stdout)).toMatchObject({ taxon: 'Liquidambar styraciflua' });
    const bad = run(['assess'], '{');
    expect([bad.status, bad.stdout, bad.stderr]).toEqual([2, '', expect.stringMatching(/^dendrix: The input is not JSON.*\n$/)]);
  });
});

describe('the dendrix command', () => {
  it('identifies from a file or standard input', async () => {
    const request = {
      date: '2026-02-10',
      latitude: 46.1,
      planted: true,
      lifeStage: 'mature',
      rule: 'three-lines',
      observations: [
        { trait: 'arrangement', state: 'alternate', certainty: 'sure', source: 'tree' },
        { trait: 'leaf-length', value: 12, unit: 'cm' },
      ],
    };
    const fromFile = await dendrix(['identify', '--in', file('a.json', JSON.stringify(request))]);
    expect(fromFile.code).toBe(0);
    expect(fromFile.out.trim().split('\n')).toHaveLength(1);
    expect(JSON.parse(fromFile.out)).toEqual(await json(['identify'], request));
    expect(JSON.parse(fromFile.out).candidates.length).toBeGreaterThan(3);
  });
  it('measures, with plus or minus', async () => {
    const answer = await json(['measure'], {
      do: 'height-tangent',
      distance: { value: 20, unit: 'm' },
      top: { value: 38, unit: 'deg' },
      base: { value: -4, unit: 'deg' },
    });
    expect(answer.height.value).toBeCloseTo(17.02, 2);
    expect(answer.height.plusMinus).toBeGreaterThan(0.2);
  });
  it('assesses', async () => {
    const answer = await json(['assess'], {
      taxon: 'Corymbia opaca',
      date: '2026-06-01',
      latitude: -23.7,
      looked: ['crown-top'],
      signs: [{ id: 'exudate', kind: 'red-gum', zone: 'stem-e' }],
    });
    expect(Object.keys(answer)).toEqual(
      expect.arrayContaining([
        'vigour',
        'soundness',
        'hiddenDecay',
        'lookedAt',
        'normalHere',
        'agents',
        'outlook',
        'options',
        'screening',
        'comeBack',
        'cautions',
      ]),
    );
  });
  it('guesses an age, averages fixes and reads a drill, and answers tasks line by line', async () => {
    const tasks = [
      { do: 'age-guess', taxon: 'Quercus rubra', dbh: { value: 20, unit: 'in' } },
      { do: 'position', nmea: '$GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,*47' },
      { do: 'age-guess', taxon: 'Ginkgo biloba', dbh: { value: 20, unit: 'in' } },
    ];
    const { code, out } = await dendrix(['measure'], tasks.map((task) => JSON.stringify(task)).join('\n'));
    const [age, place, none] = out
      .trim()
      .split('\n')
      .map((row) => JSON.parse(row));
    expect(code).toBe(2);
    expect(age).toMatchObject({ years: 80, low: 52, high: 120 });
    expect(place.latitude).toBeCloseTo(48.1173, 4);
    expect(none).toEqual({ line: 3, error: expect.stringMatching(/no growth factor was published for Ginkgo biloba/) });
  });
  it('assesses a batch of JSON Lines, with what is beneath, earlier looks and overrules', async () => {
    const base = {
      taxon: 'Quercus rubra',
      date: '2026-07-01',
      latitude: 46,
      looked: ['stem-n'],
      signs: [{ id: 'cavity', zone: 'stem-n', opening: { value: 14, unit: 'cm' } }],
    };
    const rows = [
      base,
      { ...base, beneath: [{ what: 'road', howOften: 'constant' }] },
      {
        ...base,
        before: [{ date: '2022-07-01', looked: ['stem-n'], signs: [{ id: 'cavity', zone: 'stem-n', opening: { value: 3, unit: 'cm' } }] }],
      },
      { ...base, overrules: [{ what: 'soundness', to: 'weakness', why: 'a nest hole in sound wood' }] },
      { ...base, signs: [{ id: 'cavaty', zone: 'stem-n' }] },
    ];
    const { code, out, err } = await dendrix(['assess'], rows.map((row) => JSON.stringify(row)).join('\n'));
    const answers = out
      .trim()
      .split('\n')
      .map((row) => JSON.parse(row));
    expect(code).toBe(2);
    expect(err).toMatch(/1 of 5 lines/);
    expect(answers[0]).toMatchObject({ screening: null, soundness: { band: 'serious weakness' } });
    expect(answers[1].screening.risk).toBe('high');
    expect(answers[2].changes.find((c: { sign?: string }) => c.sign === 'cavity').course).toBe('worse');
    expect(answers[3].overruled[0]).toMatchObject({ from: 'serious weakness', to: 'weakness', milder: true });
    expect(answers[4]).toEqual({ line: 5, error: expect.stringMatching(/signs\[0\]\.id: unknown sign "cavaty"; nearest known: cavity/) });
  });
  it('answers a list of names line by line, and tells which lines are none', async () => {
    const { out, code, err } = await dendrix(
      ['names', '--in', '-'],
      '{"query":"sweet gum"}\n{"query":"Canadian red pine"}\n{"name":"elm"}\n',
    );
    const answers = out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { kind?: string; taxon?: string | null; error?: string });
    expect(answers.map(({ kind }) => kind)).toEqual(['one', 'ambiguous', undefined]);
    expect(answers[0]?.taxon).toBe('Liquidambar styraciflua');
    expect(answers[2]?.error).toMatch(/query/);
    expect([code, err]).toEqual([2, expect.stringMatching(/1 of 3 lines/)]);
  });
  it('lists names, traits, taxa and marks that split', async () => {
    expect((await json(['names', 'sycamore'])).taxa.length).toBeGreaterThanOrEqual(3);
    expect((await json(['traits'])).length).toBeGreaterThan(45);
    expect((await json(['taxa'])).length).toBeGreaterThanOrEqual(180);
    expect((await json(['taxa', 'rowan'])).name).toBe('Sorbus aucuparia');
    expect((await json(['tell-apart', 'Tilia cordata', 'basswood'])).marks[0].power).toBeGreaterThan(0.5);
  });
  it('reads a tree list and reports each bad row', async () => {
    const list = file('trees.csv', 'tag,species,girth,lat,lon\nA1,rowan,80,45.6,-31.2\nA2,sycamore,zz,45.61,-31.2\n');
    const answer = await json(['import', list, '--choose', 'sycamore=Acer pseudoplatanus']);
    expect(answer).toMatchObject({ rows: 2, good: 1, kept: 0, bad: [{ line: 3, tag: 'A2' }] });
  });
  it.each([
    [['identify'], '{', /^dendrix: The input is not JSON/],
    [
      ['identify'],
      { observations: [{ trait: 'barktexture', state: 'x' }] },
      /observations\[0\]\.trait: unknown trait "barktexture"; nearest known: bark-texture/,
    ],
    [['identify'], { observations: 3 }, /observations: /],
    [['measure'], { do: 'hite' }, /do: unknown word "hite"/],
    [['assess'], { date: 'yesterday' }, /date: /],
    [['assess'], { date: '2999-05-01' }, /date: 2999-05-01 is more than a year from today/],
    [
      ['assess'],
      { date: '2026-06-01', measurements: { height: { value: 10, unit: 'm' }, crownBase: { value: 18, unit: 'm' } } },
      /measurements\.crownBase: 18 m is outside the height of the tree/,
    ],
    [['assess'], { date: '2026-06-01', measurements: { dbh: { value: 0, unit: 'cm' } } }, /measurements\.dbh: 0 m is outside/],
    [
      ['assess'],
      { date: '2026-06-01', signs: [{ id: 'lean', zone: 'foliage' }] },
      /signs\[0\]\.zone: "lean" cannot be recorded at foliage. Valid: stem-n/,
    ],
    [['identify', '--in', '/nowhere/x.json'], '', /cannot read \/nowhere\/x\.json/],
    [['identfy'], '', /unknown command "identfy"/],
    [['names'], '', /needs a query/],
    [['tell-apart', 'Tilia cordata'], '', /two or more taxa/],
    [['import', '/nowhere.csv'], '', /cannot read/],
    [['identify', '--form', 'a.json'], '', /unknown option --form; valid: --in/],
    [['identify', '-i', 'a.json'], '', /unknown option -i; valid: --in/],
    [['identify', '--in'], '', /--in needs a value/],
    [['identify', '--in=/nowhere/y.json'], '', /cannot read \/nowhere\/y\.json/],
    [['taxa', '--coverage=yes'], '', /--coverage takes no value/],
    [['taxa', '--unread=yes'], '', /--unread takes no value/],
    [['import', '--zone', '99X', '/nowhere.csv'], '', /cannot read|no UTM zone/],
  ])('%j %j exits 2 with one line', async (args, input, sentence) => {
    const { code, err, out } = await dendrix(args, input);
    expect(code).toBe(2);
    expect(err).toMatch(sentence);
    expect(err.trim().split('\n')).toHaveLength(1);
    expect(out).toBe('');
  });
  it('says what is thin in the library, and what is weak about one record', async () => {
    const all = await json(['taxa', '--coverage']);
    expect(all.taxa).toBeGreaterThanOrEqual(180);
    expect(all.hardlySplit).toEqual([]);
    expect(all.byBuild.find((b: { build: string }) => b.build === 'broadleaf').fewestTraits).toBeGreaterThanOrEqual(30);
    const one = await json(['taxa', '--coverage', 'Quercus robur']);
    expect(one).toMatchObject({ taxon: 'Quercus robur', build: 'broadleaf', missing: [] });
    // The stalk of the acorn is told in words; the vocabulary has no trait for it.
    expect(one.weak.join(' ')).toMatch(/stands in words only/);
  });
  it('lists the records that nobody read a second time', async () => {
    const unread: { name: string; source: string }[] = await json(['taxa', '--unread']);
    const names = unread.map(({ name }) => name);
    expect(names).toContain('Pinus pinaster');
    // In the ledger of the second reading.
    expect(names).not.toContain('Castanea sativa');
    expect(unread.every(({ source }) => source.length > 3)).toBe(true);
  });
  it('answers a batch line by line, a bad line in its place', async () => {
    const good = { date: '2026-02-10', latitude: 46, observations: [{ trait: 'arrangement', state: 'opposite' }] };
    const bad = { observations: [{ trait: 'bark-texture', state: 'smoth' }] };
    const { code, out, err } = await dendrix(['identify'], [good, bad, good].map((row) => JSON.stringify(row)).join('\n'));
    const rows = out
      .trim()
      .split('\n')
      .map((row) => JSON.parse(row));
    expect(code).toBe(2);
    expect(rows).toHaveLength(3);
    expect(rows[0]).toEqual(rows[2]);
    expect(rows[0].candidates.length).toBeGreaterThan(3);
    expect(rows[1]).toEqual({ line: 2, error: expect.stringMatching(/unknown state "smoth" of bark-texture; nearest known: smooth/) });
    expect(err).toMatch(/1 of 3 lines/);
  });
  it('answers a whole batch with exit 0', async () => {
    const row = JSON.stringify({ observations: [{ trait: 'leaf-type', state: 'fan' }] });
    const { code, out } = await dendrix(['identify'], `${Array.from({ length: 50 }, () => row).join('\n')}\n`);
    expect(code).toBe(0);
    expect(out.trim().split('\n')).toHaveLength(50);
  });
});

describe('many people, one record', () => {
  const ratings = [
    ['u1', 'a', 'fair'],
    ['u1', 'b', 'fair'],
    ['u2', 'a', 'poor'],
    ['u2', 'b', 'fair'],
    ['u3', 'a', 'good'],
    ['u3', 'b', 'good'],
  ].map(([unit, rater, value]) => ({ unit, rater, value }));
  it('tells how far they agree, and what was most likely true', async () => {
    const found = await json(['agreement'], { scale: 'ordinal', order: ['poor', 'fair', 'good'], ratings });
    expect(Object.keys(found)).toEqual(['units', 'raters', 'percent', 'cohen', 'fleiss', 'krippendorff']);
    expect(found).toMatchObject({ units: 3, raters: 2, percent: expect.closeTo(200 / 3, 6) });
    const { truth, raters, prevalence, iterations } = await json(['observers'], { ratings });
    expect(truth.map(({ unit }: { unit: string }) => unit)).toEqual(['u1', 'u2', 'u3']);
    expect(truth[0].values.fair).toBeGreaterThan(0.5);
    expect(Object.keys(raters[0].confusion)).toEqual(Object.keys(prevalence));
    expect(iterations).toBeGreaterThan(0);
  });
  it('makes a round, and refuses a bad one in a line', async () => {
    const request = {
      ...{ start: { x: 0, y: 0 }, end: null, speed: 1.2, minutes: 240, distances: null },
      stops: [{ id: 'a', x: 10, y: 5, minutes: 6, urgency: 3 }],
    };
    expect(await json(['round'], request)).toMatchObject({ order: ['a'], left: [], metres: expect.closeTo(11.18, 2) });
    const bad = await dendrix(['round'], { ...request, speed: 'fast' });
    expect([bad.code, bad.out, bad.err.trim().split('\n').length]).toEqual([2, '', 1]);
    expect((await dendrix(['agreement'], { scale: 'nominal', ratings: [] })).code).toBe(2);
  });
});

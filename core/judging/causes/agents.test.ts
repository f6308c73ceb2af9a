import { testLibrary } from '../../testing/library';

describe('the library of agents', () => {
  it('holds fifty and more, each with what a crew needs', () => {
    expect(testLibrary.agents.length).toBeGreaterThanOrEqual(50);
    for (const agent of testLibrary.agents) {
      expect(agent.signs.some((s) => s.howOften === 'always' || s.howOften === 'usually')).toBe(true);
      expect(agent.lookAlikes.length).toBeGreaterThan(0);
      expect(agent.toldApart.length).toBeGreaterThan(20);
    }
  });
  // Every agent that the trade expects to find in such a library (common practice, no source).
  it.each([
    'beech-bark-disease',
    'dutch-elm-disease',
    'elm-yellows',
    'emerald-ash-borer',
    'ash-dieback',
    'oak-wilt',
    'acute-oak-decline',
    'sudden-oak-death',
    'horse-chestnut-leaf-miner',
    'horse-chestnut-bleeding-canker',
    'plane-anthracnose',
    'plane-canker-stain',
    'massaria-of-plane',
    'fire-blight',
    'verticillium-wilt',
    'sooty-bark-disease',
    'maple-tar-spot',
    'powdery-mildew',
    'leaf-rust',
    'bacterial-wetwood',
    'phytophthora-root-rot',
    'armillaria-root-rot',
    'ganoderma-butt-rot',
    'kretzschmaria-butt-rot',
    'meripilus-root-rot',
    'laetiporus-heart-rot',
    'inonotus-heart-rot',
    'fistulina-heart-rot',
    'perenniporia-butt-rot',
    'nectria-canker',
    'bronze-birch-borer',
    'asian-longhorned-beetle',
    'elm-leaf-beetle',
    'bark-beetles-conifer',
    'oak-processionary-moth',
    'spongy-moth',
    'aphids-and-honeydew',
    'soft-scales',
    'lerp-psyllids',
    'gall-makers',
    'sugarberry-decline',
    'squirrel-bark-stripping',
    'mower-injury',
    'sunscald',
    'frost-crack',
    'late-frost',
    'salt-injury',
    'drought-stress',
    'waterlogging-stress',
    'gas-leak',
    'herbicide-injury',
    'root-cutting',
    'grade-change-stress',
  ])('holds %s', (id) => expect(testLibrary.agents.map((a) => a.id)).toContain(id));
  it('diseases and pests that law controls somewhere ask for a report (common practice, no source)', () => {
    for (const id of [
      'dutch-elm-disease',
      'emerald-ash-borer',
      'ash-dieback',
      'oak-wilt',
      'plane-canker-stain',
      'fire-blight',
      'asian-longhorned-beetle',
      'oak-processionary-moth',
      'sudden-oak-death',
    ])
      expect(testLibrary.agents.find((a) => a.id === id)?.reportable).toMatch(/report/);
  });
  it('what cannot be told by eye names a laboratory', () => {
    for (const id of [
      'elm-yellows',
      'oak-wilt',
      'plane-canker-stain',
      'sudden-oak-death',
      'bacterial-leaf-scorch',
      'phytophthora-root-rot',
    ])
      expect(testLibrary.agents.find((a) => a.id === id)?.laboratory).toBeTruthy();
  });
  it('decay of foot and roots warns of falling in full leaf', () => {
    for (const id of ['armillaria-root-rot', 'ganoderma-butt-rot', 'kretzschmaria-butt-rot', 'meripilus-root-rot', 'perenniporia-butt-rot'])
      expect(testLibrary.agents.find((a) => a.id === id)?.cautions.join(' ')).toMatch(/fall|snap|break|tips/);
  });
  it('caterpillars whose hairs burn say to stay away', () => {
    for (const id of ['oak-processionary-moth', 'pine-processionary-moth'])
      expect(testLibrary.agents.find((a) => a.id === id)?.cautions.join(' ')).toMatch(/burn skin, eyes and lungs/);
  });
});

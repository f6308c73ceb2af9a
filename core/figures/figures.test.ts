import { testLibrary } from '../testing/library';
import { figureFor, plateLeaf, type Figure } from '.';

/** Extent of the numbers of absolute commands; relative arcs do not count. */
function broken(figure: Figure): string | null {
  for (const { d } of figure.shapes) {
    if (/NaN|undefined|Infinity/.test(d)) return d.slice(0, 60);
    if (d !== '' && !/^M/.test(d)) return d.slice(0, 60);
  }
  return null;
}

const DRAWN_LINES = ['form', 'bark', 'twig', 'leaf', 'flower-fruit'];
/** Smells, feels and undertone "none" are told in words. */
const IN_WORDS = /smell|feel|soil|moisture/;

describe('figures', () => {
  const states = testLibrary.traits.flatMap((trait) => trait.states.map((state) => [trait.id, state.id, trait.line] as const));
  it.each(states.filter(([trait, state, line]) => DRAWN_LINES.includes(line) && !IN_WORDS.test(trait) && state !== 'none'))(
    '%s %s is drawn, and whole',
    (trait, state) => {
      const figure = figureFor(trait, state);
      expect(figure).not.toBeNull();
      expect(broken(figure as Figure)).toBeNull();
    },
  );
  it.each(testLibrary.taxa.map((taxon) => [taxon.name, taxon] as const))('the leaf of %s is whole', (_name, taxon) =>
    expect(broken(plateLeaf(taxon))).toBeNull(),
  );
  it('no two states of a trait are drawn alike', () => {
    for (const trait of testLibrary.traits) {
      const drawn = trait.states.flatMap((state) => (figureFor(trait.id, state.id) ? [JSON.stringify(figureFor(trait.id, state.id))] : []));
      expect({ trait: trait.id, different: new Set(drawn).size }).toEqual({ trait: trait.id, different: drawn.length });
    }
  });
  it('draws the same thing every time', () => expect(figureFor('bark-texture', 'corky')).toEqual(figureFor('bark-texture', 'corky')));
});

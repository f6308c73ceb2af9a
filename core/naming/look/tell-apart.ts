import type { Library, Trait } from '../../knowledge';
import { modelOf, type Model } from '../model/model';
import { traitSeparation } from '../model/separation';

/** A trait that splits taxa, with what each shows. */
export interface Split {
  trait: Trait;
  /** 0 (no use) to 1 (splits every pair every time). */
  power: number;
  /** For each taxon its usual states, likeliest first, or its range; empty where the record is silent. */
  shows: { taxon: string; states: string[]; from?: number; to?: number }[];
  /** What the records themselves say splits the pair, in words. */
  words: string[];
}

/** Splits weaker than this help nobody. */
const LEAST_POWER = 0.15;
/** A pair whose records name a mark beside a trait is worth showing, however the states overlap. */
const NAMED_MARK = 0.1;

const overlap = (a: Float64Array, b: Float64Array) => a.reduce((sum, p, i) => sum + Math.min(p, b[i] as number), 0);

/** Overlap of two normals, by their distance in pooled standard deviations (a bound, exact for equal spreads). */
const normalOverlap = (m1: number, s1: number, m2: number, s2: number) => Math.exp(-((m1 - m2) ** 2) / (4 * (s1 * s1 + s2 * s2)));

function pairPower(model: Model, a: number, b: number, k: number): number | null {
  const x = model.expect(a, k, 'mature');
  const y = model.expect(b, k, 'mature');
  if (!x || !y) return null;
  if (x.kind === 'number' && y.kind === 'number') return 1 - normalOverlap(x.mean, x.sigma, y.mean, y.sigma);
  if (x.kind === 'states' && y.kind === 'states') return 1 - overlap(x.probability, y.probability);
  return null;
}

/**
 * The traits that split two or more taxa, best first: the mean over pairs of the share of trees whose states do not overlap; among
 * equals the one that carries more evidence (nats). Pairs that a record is silent on count as not split.
 */
export function tellApart(library: Library, names: readonly string[]): Split[] {
  const model = modelOf(library);
  const taxa = names.map((name) => model.taxonIndex(name));
  const pairs = taxa.flatMap((a, i) => taxa.slice(i + 1).map((b) => [a, b] as const));
  const mean = (value: (a: number, b: number) => number | null) =>
    pairs.reduce((sum, [a, b]) => sum + (value(a, b) ?? 0), 0) / Math.max(1, pairs.length);
  return model.traits
    .map((trait, k): Split & { nats: number } => {
      const power = mean((a, b) => pairPower(model, a, b, k));
      const shows = taxa.map((t) => {
        const taxon = model.taxa[t];
        const record = taxon?.traits[trait.id];
        if (!taxon || !record) return { taxon: taxon?.name ?? '', states: [] };
        if (record.kind === 'range') return { taxon: taxon.name, states: [], from: record.from, to: record.to };
        const e = model.expect(t, k, 'mature');
        const states = trait.states
          .map((state, i) => ({ id: state.id, p: e?.kind === 'states' ? (e.probability[i] as number) : 0 }))
          .filter(({ id }) => record.mature[id] !== undefined && record.mature[id] !== 'rarely')
          .sort((a, b) => b.p - a.p)
          .map(({ id }) => id);
        return { taxon: taxon.name, states };
      });
      const words = taxa.flatMap((t) =>
        (model.taxa[t]?.lookAlikes ?? [])
          .filter((alike) => names.includes(alike.taxon))
          .flatMap((alike) =>
            alike.marks.filter((mark) => mark.by === trait.id).map((mark) => `${model.taxa[t]?.name} / ${alike.taxon}: ${mark.words}`),
          ),
      );
      return { trait, power, shows, words, nats: mean((a, b) => traitSeparation(model, a, b, k)) };
    })
    .filter((split) => split.power > LEAST_POWER || (split.words.length > 0 && split.power > NAMED_MARK))
    .sort((a, b) => b.power - a.power || b.nats - a.nats)
    .map(({ nats: _nats, ...split }) => split);
}

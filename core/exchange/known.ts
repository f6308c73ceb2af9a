import { tagKey } from './tag-key';
import type { ListReport } from './tree-list';

/** What is known of a part of a list: tags that are taken, and the kept tree that stands where one would, by its number in the part. */
export interface KnownOfPart {
  tags: readonly string[];
  near: readonly { at: number; tag: string; metres: number }[];
}

/** Rows asked about at once. */
const PART = 500;

/**
 * Holds a list that was read against the trees that are kept already: rows whose tag is taken do not come in, and those that stand
 * where a kept tree does are told. The record is asked about a part of the list at a time, so that neither has to know all of the other.
 * @param ask what is known of some tags and places (latitude, longitude)
 * @param progress called with rows asked about
 */
export async function againstKnown(
  report: ListReport,
  ask: (tags: string[], places: [number, number][]) => Promise<KnownOfPart>,
  progress: (done: number, total: number) => void = () => {},
): Promise<ListReport> {
  const taken = new Set<string>();
  const near: ListReport['duplicates'] = [];
  for (let start = 0; start < report.trees.length; start += PART) {
    const part = report.trees.slice(start, start + PART);
    const known = await ask(
      part.map(({ tag }) => tag),
      part.map(({ latitude, longitude }) => [latitude, longitude]),
    );
    for (const tag of known.tags) taken.add(tagKey(tag));
    for (const { at, tag, metres } of known.near) {
      const tree = part[at];
      if (tree) near.push({ line: tree.line, tag: tree.tag, near: `${tag} (already kept)`, metres });
    }
    progress(Math.min(start + PART, report.trees.length), report.trees.length);
  }
  const bad = report.trees
    .filter(({ tag }) => taken.has(tagKey(tag)))
    .map(({ line, tag }) => ({ line, tag, reason: `tag ${tag} is already kept` }));
  const byLine = (a: { line: number }, b: { line: number }) => a.line - b.line;
  return {
    ...report,
    trees: report.trees.filter(({ tag }) => !taken.has(tagKey(tag))),
    bad: [...report.bad, ...bad].sort(byLine),
    duplicates: [...report.duplicates, ...near.filter(({ tag }) => !taken.has(tagKey(tag)))].sort(byLine),
  };
}

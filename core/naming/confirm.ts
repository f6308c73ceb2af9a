import { LINES, lookAlikesOf, type Line } from '../knowledge';
import { fitOf, type Fit } from './model/fit';
import type { Model } from './model/model';
import { notRuledOut } from './not-held';
import type { Candidate, Ranking } from './model/rank';
import { type RULES } from '../record/observation';
import { wordsIn, type Catalogue, type Speech } from '../words/catalogue';

type Say = Catalogue['naming'];

export interface Confirmation {
  rule: (typeof RULES)[number];
  met: boolean;
  why: string;
}

/** A line speaks for a name when what was seen is at least this many times likelier on it than on a tree of any kind. */
const SPEAKS = Math.log(1.5);
/** How much likelier a look-alike must make a line before the line counts against the name. */
const AGAINST = Math.log(1.25);
/** So many lines have to speak for a name under the rule of three lines. */
const LINES_ASKED_FOR = 3;
/** The total by which every look-alike must be beaten. */
const BEATEN = Math.log(10);
/**
 * A taxon below this share of the leading name is no longer a look-alike worth holding it back for: one that is a hundred times less
 * likely may explain a line better by chance. One that a record names holds on longer.
 */
const STANDING = 0.01;
const NAMED_STANDING = 0.0001;

/** Which lines speak for, against, or neither for the leading name; the rungs of the ladder of evidence. */
export function rungs(ranking: Ranking): Record<Line, 'for' | 'against' | 'weak' | 'open'> {
  const best = ranking.candidates[0];
  const rung = (line: Line) => {
    const value = best?.lines[line];
    if (value === undefined) return 'open';
    if (value <= -SPEAKS) return 'against';
    return value >= SPEAKS ? 'for' : 'weak';
  };
  return Object.fromEntries(LINES.map((line) => [line, rung(line)])) as ReturnType<typeof rungs>;
}

/** Whether the leading name is confirmed under an organisation's rule, and why or why not, in words. */
export function confirmation(
  model: Model,
  ranking: Ranking,
  rule: Confirmation['rule'],
  fit: Fit = fitOf(ranking),
  speech: Speech = {},
): Confirmation {
  const { naming: say } = wordsIn(speech);
  const best = ranking.candidates[0];
  if (!best || ranking.observations.length === 0) return { rule, met: false, why: say.nothingSeen };
  if (fit === 'poor') return { rule, met: false, why: say.nothingFits };
  const answer = rule === 'decisive-mark' ? decisiveMark(model, ranking, best, say) : threeLines(model, ranking, best, say);
  if (!answer.met) return answer;
  const [unheld] = notRuledOut(ranking);
  if (unheld) {
    const marks = unheld.marks.map(({ by, words }) => ({ mark: labelOf(model, by), words }));
    return { rule, met: false, why: say.unheldAlike({ name: best.taxon.name, other: unheld.taxon, marks }) };
  }
  // What the library does not hold is a look-alike as well.
  const beyond = ranking.beyond.probability / Math.max(1 - ranking.beyond.probability, Number.MIN_VALUE);
  return Math.log(best.probability / beyond) < BEATEN ? { rule, met: false, why: say.mayBeUnheld(best.taxon.name) } : answer;
}

/** The taxa that could be mistaken for the leading one: any still standing, those that a record names a little longer. */
function lookAlikes(model: Model, ranking: Ranking, best: Candidate): Candidate[] {
  const named = new Set(lookAlikesOf(model.library, best.taxon).map((alike) => alike.taxon));
  return ranking.candidates.filter(
    (other) => other !== best && other.probability > (named.has(other.taxon.name) ? NAMED_STANDING : STANDING),
  );
}

function threeLines(model: Model, ranking: Ranking, best: Candidate, say: Say): Confirmation {
  const rule = 'three-lines';
  const alikes = lookAlikes(model, ranking, best);
  const speaking: Line[] = [];
  const against: Line[] = [];
  const shared: { line: Line; better: string }[] = [];
  for (const line of LINES) {
    const value = best.lines[line];
    if (value === undefined || line === 'site') continue;
    if (value <= -SPEAKS) against.push(line);
    else if (value >= SPEAKS) {
      const better = alikes.find((other) => (other.lines[line] ?? 0) > value + AGAINST);
      if (better) shared.push({ line, better: better.taxon.name });
      else speaking.push(line);
    }
  }
  const unbeaten = alikes.filter((other) => Math.log(best.probability / Math.max(other.probability, Number.MIN_VALUE)) < BEATEN);
  const met = against.length === 0 && unbeaten.length === 0 && speaking.length >= LINES_ASKED_FOR;
  const why = say.threeLines({
    name: best.taxon.name,
    speaking,
    against,
    // A line that suits a look-alike better is not counted as speaking; it holds the name back only when too few others speak.
    shared: speaking.length < LINES_ASKED_FOR ? shared : [],
    unsplit: unbeaten.slice(0, 3).map((other) => other.taxon.name),
    met,
  });
  return { rule, met, why };
}

function decisiveMark(model: Model, ranking: Ranking, best: Candidate, say: Say): Confirmation {
  const rule = 'decisive-mark';
  if (best.contradicts.length > 0) {
    const marks = [...new Set(best.contradicts.map((mark) => labelOf(model, mark.observation.trait)))];
    return { rule, met: false, why: say.marksAgainst(marks, best.taxon.name) };
  }
  // A list that nobody wrote leaves nothing out: then all of the library is looked through.
  const named = ranking.district ? [...Object.keys(ranking.district.planted), ...ranking.district.wild] : [];
  const listed = named.length > 0 ? new Set(named) : null;
  for (const { observation } of best.agrees) {
    if (observation.certainty !== 'sure' || (observation.source !== 'tree' && observation.source !== 'specimen')) continue;
    if (observation.state === undefined) continue;
    const k = model.traitIndex(observation.trait);
    const i = model.traits[k]?.states.findIndex((state) => state.id === observation.state) ?? -1;
    const shares = ranking.candidates.some((other) => {
      if (other === best || (listed && !listed.has(other.taxon.name))) return false;
      const e = model.expect(model.taxonIndex(other.taxon.name), k, ranking.circumstances.stage);
      // A silent record might share the mark, so it counts as sharing while the taxon still stands.
      return e === null ? other.probability > 0.01 : e.kind === 'states' && e.recorded[i] === true;
    });
    if (!shares) {
      const stateLabel = model.traits[k]?.states[i]?.label ?? observation.state;
      const among = listed ? 'the list' : 'the library';
      return {
        rule,
        met: true,
        why: say.decisive({ mark: labelOf(model, observation.trait), state: stateLabel, name: best.taxon.name, among }),
      };
    }
  }
  return { rule, met: false, why: say.nothingDecisive(best.taxon.name) };
}

/** A trait as its question words it. */
const labelOf = (model: Model, id: string) => model.traits[model.traitIndex(id)]?.label ?? id;

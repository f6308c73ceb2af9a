import type { Library } from '../knowledge';
import { wordsIn, type Speech } from '../words/catalogue';
import { confirmation, rungs, type Confirmation } from './confirm';
import { fitOf, type Fit } from './model/fit';
import { levelOf, type LevelReached } from './level';
import { comesIntoView, lookNext, type LaterLook, type NextLook } from './look/look-next';
import { modelOf, type Model } from './model/model';
import { rank, type Ranking } from './model/rank';
import { checkObservations, type IdentifyRequest } from './request';

/** Everything the engine has to say about a set of observations. */
export interface Identification {
  ranking: Ranking;
  fit: Fit;
  level: LevelReached;
  confirmation: Confirmation;
  rungs: ReturnType<typeof rungs>;
  lookNext: NextLook[];
  comesIntoView: LaterLook[];
}

/**
 * Names a tree from what was seen.
 * @param cannotSee traits the person has said cannot be seen; they are not proposed again
 * @param speech in which the reasons are worded
 * @throws Refusal when an observation uses a word the vocabulary does not hold
 */
export function identify(
  library: Library,
  request: IdentifyRequest,
  cannotSee: readonly string[] = [],
  speech: Speech = {},
): Identification {
  const model = modelOf(library);
  const observations = checkObservations(library, request.observations);
  const ranking = rank(model, { ...request, observations });
  const fit = fitOf(ranking);
  return {
    ranking,
    fit,
    level: levelOf(ranking, fit),
    confirmation: confirmedByMarks(model, { ...request, observations }, ranking, fit, speech),
    rungs: rungs(ranking),
    lookNext: lookNext(model, ranking, new Set(cannotSee)),
    comesIntoView: comesIntoView(model, ranking, request.latitude ?? ranking.district?.latitude),
  };
}

/**
 * Whether the name is confirmed, and would be without the district's record: what is common in a town is a good guess, and no mark.
 */
function confirmedByMarks(model: Model, request: IdentifyRequest, ranking: Ranking, fit: Fit, speech: Speech): Confirmation {
  const answer = confirmation(model, ranking, request.rule, fit, speech);
  if (!answer.met || !request.stock) return answer;
  const alone = rank(model, { ...request, stock: undefined });
  if (alone.candidates[0]?.taxon === ranking.candidates[0]?.taxon) return confirmation(model, alone, request.rule, fitOf(alone), speech);
  const { naming: say } = wordsIn(speech);
  const [held, other] = [ranking, alone].map(({ candidates }) => candidates[0]?.taxon.name ?? '') as [string, string];
  return { ...answer, met: false, why: say.onlyCommonHere(held, other) };
}

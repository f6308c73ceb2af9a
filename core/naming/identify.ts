import type { Library } from '../knowledge';
import type { Speech } from '../words/catalogue';
import { confirmation, rungs, type Confirmation } from './confirm';
import { fitOf, type Fit } from './fit';
import { levelOf, type LevelReached } from './level';
import { comesIntoView, lookNext, type LaterLook, type NextLook } from './look-next';
import { modelOf } from './model';
import { rank, type Ranking } from './rank';
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
    confirmation: confirmation(model, ranking, request.rule, fit, speech),
    rungs: rungs(ranking),
    lookNext: lookNext(model, ranking, new Set(cannotSee)),
    comesIntoView: comesIntoView(model, ranking, request.latitude ?? ranking.district?.latitude),
  };
}

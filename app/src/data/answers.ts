// The shapes of everything the service answers and takes, as both sides share them. Fetched when a first answer has to be read: what is
// kept on the device stands on the screen before that.
import { z } from 'zod';
import { colleague, deviceView, page, personView, roundView, treeBrief, treeDetail, visitView } from '@dendrix/core/contracts';
import { ZONES } from '@dendrix/core/knowledge';
import { organisation } from '@dendrix/core/record';

// No code is made from text on this page: its policy forbids it, so nothing need try.
z.config({ jitless: true });

export {
  accessRules,
  account,
  agreementAnswer,
  backgroundsAnswer,
  candidatesAnswer,
  districtsAnswer,
  districtSubmission,
  errorBenchAnswer,
  findAnswer,
  importView,
  invited,
  kindAnswer,
  knownAnswer,
  linkView,
  factorOffer,
  oneTimeLink,
  recoveryCodes,
  liveAnswer,
  mapAnswer,
  noticesAnswer,
  problemDetails,
  queueAnswer,
  roundAnswer,
  roundKept,
  seasonAnswer,
  setUpAnswer,
  stockAnswer,
  townErrors,
  treeDetail,
} from '@dendrix/core/contracts';
export { anyVisitSubmission, organisation, upcastVisit } from '@dendrix/core/record';

/**
 * Makes the schemas ready, a part at a time: modules run when they are first used, and all of them at once would hold a slow phone for
 * half a second.
 */
export const PARTS: readonly (() => unknown)[] = [() => z, () => ZONES, () => organisation, () => treeDetail];

export const trees = () => page(treeBrief);
export const visits = () => page(visitView);
export const records = () => z.object({ items: z.array(treeDetail) });
export const people = () => z.object({ items: z.array(colleague) });
export const rounds = () => z.object({ items: z.array(roundView) });
export const auditedTree = () =>
  z.object({
    rows: z.number(),
    entries: z.number(),
    findings: z.array(z.object({ what: z.string(), where: z.string() })),
    last: z.object({ seq: z.number(), at: z.string() }).nullable(),
  });
export const wayElsewhere = () => z.object({ address: z.string() });
export const accounts = () => z.object({ items: z.array(personView) });
export const devices = () => z.object({ items: z.array(deviceView) });

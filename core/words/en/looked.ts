import type { Zone } from '../../knowledge';
import type { simulatedIn } from '../../record/measurement';
import { FINDING_WORDS } from './finding';
import { listed } from './grammar';
import { READING_WORDS } from './labels';
import { sideWords, zoneWords } from './zones';

/** What cannot be said because nobody looked, or because of the season. */
export const looked = {
  noCrown: 'The crown was not looked at: vigour rests on measurements alone, if any.',
  crownInPart: (missing: readonly Zone[]) =>
    `Part of the crown was not looked at (${listed(missing.map((zone) => zone.slice('crown-'.length)))}): dieback there would not be known.`,
  noStem: 'No side of the stem was looked at: wounds, cavities and fungi would not be known.',
  stemInPart: (missing: readonly Zone[]) =>
    `Nobody looked at the ${listed(missing.map(sideWords))} side${missing.length > 1 ? 's' : ''} of the stem: scars and cavities often sit on the side away from the path.`,
  noCollar: 'The root collar was not looked at: a conk, a cavity or a girdling root there would not be known.',
  noForks: 'The forks were not looked at: bark in a fork or a crack would not be known.',
  noBranches: 'The branches were not looked at: dead or hung wood would not be known.',
  noGround: 'Roots and soil were not fully looked at: nothing can be said about the hold in the ground.',
  outOfLeaf: 'Out of leaf: how full the foliage is cannot be judged until it leafs out.',
  noFoliage: 'The foliage was not looked at closely: spots, mines and scales would not be known.',

  hidden: (zone: Zone, by: string) =>
    `The ${zoneWords(zone)} cannot be seen behind it (${by.toLowerCase()}): what is there was not looked at.`,

  /**
   * Signs of earlier visits that nothing has ended. @param labels of the signs; @param on ISO date last met; @param stand said to be
   * gone without what it takes to say so, said to be out of sight, or not mentioned
   */
  carried({
    zone,
    found,
    labels,
    on,
    stand,
  }: {
    zone: Zone;
    found: keyof typeof FINDING_WORDS;
    labels: readonly string[];
    on: string;
    stand: 'claimed' | 'unseen' | 'silent';
  }): string {
    const { met } = FINDING_WORDS[found];
    const names = listed([...new Set(labels.map((label) => label.toLowerCase()))]);
    const says = {
      claimed: 'is said to be gone. It counts as it was until a reviewer or an investigation closes it',
      unseen: 'could not be seen this time. It counts as it was',
      silent: 'was not mentioned this time. It counts as it was',
    };
    return `The ${zoneWords(zone)}: ${names}, ${met} on ${on}, ${says[stand]}.`;
  },
  /** @param on ISO date on which it was said last */
  beneathFrom: (on: string) => `What is below was not recorded this time. It counts as on ${on}.`,

  simulated: (reading: ReturnType<typeof simulatedIn>[number]) =>
    `The ${READING_WORDS[reading]} came from a simulated device: it is practice, and counts for nothing here.`,

  /** Why a sign is set aside. */
  asideByObserver: (why: string) => `Set aside by the observer: ${why}`,
  /** A sign that says nothing of vigour here and still counts for how the tree holds together. */
  asideForVigour: (why: string) => `${why} For vigour only: it still counts for how the tree holds together.`,
  asideOpenCrown: (usual: number) => `Up to ${usual} % of sky shows through a healthy crown of this kind.`,
  asideAutumn: 'It is autumn: this kind colours and drops its leaves now.',
  asideLeafingOut: 'It is still leafing out; look again in a month before calling it thin.',
  asideOutOfLeaf: 'Out of leaf: this cannot be told until it leafs out.',
};

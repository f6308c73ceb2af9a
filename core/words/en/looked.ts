import type { Zone } from '../../knowledge';
import type { simulatedIn } from '../../record/measurement';
import { FINDING_WORDS } from './finding';
import { listed } from './grammar';
import { READING_WORDS } from './labels';
import { sideWords, zoneWords } from './zones';
import { dayWords } from './months';

/** What cannot be said because nobody looked, or because of the season. */
export const looked = {
  noCrown: 'Crown not inspected. Vigour is based on measurements only, if any.',
  crownInPart: (missing: readonly Zone[]) =>
    `Part of the crown was not inspected (${listed(missing.map((zone) => zone.slice('crown-'.length)))}). There may be dieback.`,
  noStem: 'No side of the stem was inspected. Wounds, cavities and fungi may be present.',
  stemInPart: (missing: readonly Zone[]) =>
    `The ${listed(missing.map(sideWords))} side${missing.length > 1 ? 's' : ''} of the stem ${missing.length > 1 ? 'were' : 'was'} not inspected. Scars and cavities are often on the side away from the path.`,
  noCollar: 'Root collar not inspected. It may have a fruiting body, cavity or girdling root.',
  noForks: 'Unions not inspected. There may be included bark or a crack.',
  noBranches: 'Branches not inspected. There may be dead or hanging branches.',
  noGround: 'Roots and soil not fully inspected. Anchorage is not known.',
  outOfLeaf: 'Out of leaf. Crown density cannot be assessed until the leaves are out.',
  noFoliage: 'Foliage not inspected closely. There may be spots, mines or scale insects.',

  hidden: (zone: Zone, by: string) => `The ${zoneWords(zone)} is hidden (${by.toLowerCase()}) and was not inspected.`,

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
      claimed: 'Marked gone. It still counts until a reviewer or an investigation closes it',
      unseen: 'It could not be seen this time. It still counts',
      silent: 'Not mentioned this time. It still counts',
    };
    return `The ${zoneWords(zone)}: ${names}, ${met} on ${dayWords(on)}. ${says[stand]}.`;
  },
  /** @param on ISO date on which it was said last */
  beneathFrom: (on: string) => `What is below was not recorded this time. It counts as on ${dayWords(on)}.`,

  simulated: (reading: ReturnType<typeof simulatedIn>[number]) =>
    `The ${READING_WORDS[reading]} came from a simulated device. It is practice data and is not used.`,

  /** Why a sign is set aside. */
  asideByObserver: (why: string) => `Set aside by the inspector: ${why}`,
  /** A sign that says nothing of vigour here and still counts for how the tree holds together. */
  asideForVigour: (why: string) => `${why} This is for vigour only. It still counts for structure.`,
  asideOpenCrown: (usual: number) => `A healthy crown of this species shows up to ${usual}% sky.`,
  asideAutumn: 'It is autumn. This species colours and drops its leaves now.',
  asideLeafingOut: 'It is still leafing out; look again in a month before calling it thin.',
  asideOutOfLeaf: 'Out of leaf. Check this when the leaves are out.',
};

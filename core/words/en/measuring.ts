import { stemWords, treeWords, type UnitSystem } from '../../units/lengths';
import { percent } from './grammar';

/** What a reading says, what is worth asking about it, and what is wrong with what was typed. */
export const measuring = (units: UnitSystem) => {
  const thick = (m: number) => stemWords(m, units);
  const tall = (m: number) => treeWords(m, units);
  return {
    // What is typed.
    noLength: 'Enter a length: a number, with or without a unit. Examples: 84, 84 cm, 33 in.',
    noTreeIs: (most: number) => `Enter a value above 0 and up to ${tall(most)}. Check the unit.`,
    noAngle: 'Enter an angle, for example 38. Below level it is negative, for example -4.',
    topBelowBase: 'The top angle is below the base angle. Swap them, or change the signs.',
    crownAboveTop: 'The lowest live crown is above the top of the tree.',
    readingHeightRange: (most: number) => `Enter a measuring height above 0 and up to ${tall(most)}.`,

    // Several readings of one thing.
    meanOf: (readings: number) => `mean of ${readings} readings`,
    methods: (methods: readonly string[]) => methods.join(' and '),
    spokes: (n: number) => `${n} spokes`,
    leftOutOfMean: (readings: readonly number[]) => `${readings.map(tall).join(', ')} is an outlier and was left out of the mean.`,
    readingsDiffer: 'The readings differ too much. Did you sight the same top each time?',

    // Heights.
    nearLimb: 'The top you see may be a near limb: step back or go round until the true top shows.',
    tooClose: (distance: number, height: number) =>
      `Too close. You are ${tall(distance)} from a tree ${tall(height)} tall. Step back to at least its height.`,
    leans: (to: 'toward' | 'away') =>
      `It leans ${to === 'toward' ? 'toward you: unmended, the height would read too large' : 'away from you: unmended, the height would read too small'}. Move so that it leans across your line of sight.`,

    // What a number says.
    crownRatio: (at: 'failing' | 'weak' | 'short' | 'good', limit: number) =>
      ({
        failing: 'A fifth or less: the tree is declining.',
        weak: 'About a third is weak.',
        short: `Short of ${percent(limit)}.`,
        good: 'Good.',
      })[at],
    slenderness: (at: 'unstable' | 'worth a look') =>
      at === 'unstable' ? 'Over 100: too slender, unstable even within a stand.' : 'Over 50: inspect such a stem in the open.',
    thinShell: 'Under 0.3: the sound shell is thin; a qualified assessor should look.',
    equalArea:
      'root of the summed squares; for more than five stems BS 5837 writes it as the root of the mean square times the number of stems, the same value',
    roughAge: (factor: number, ofGenus: boolean) =>
      `Rough: ${factor.toFixed(1)} years an inch${ofGenus ? ', the mean of its genus' : ''}; soil, crowding and drought change it by a third to a half.`,
    slowed: 'Over 60 cm a tree grows slower than this straight line: it may be older.',
    noSoftWood: 'No soft wood on this drill line. The rest of the wood is not known.',
    fixesLeftOut: (n: number) => `${n} fixes stood far off the others and were left out.`,
    linesUnread: (n: number) => `${n} lines could not be read.`,
    fewFixes: 'Too few position fixes. Stand still for one minute.',
    noGrowth: 'No measurable change.',
    differentHeights: 'The readings were taken at different heights; the range allows for taper.',

    // Ranges a value has to keep to.
    ranges: {
      aboveZero: 'lengths above 0',
      notNegative: 'lengths of 0 or more',
      upTo: (m: number) => `what trees reach, ${m} m`,
      metres: (m: number) => `${Number(m.toFixed(2))} m`,
      sights: 'angles between -90 and 90 degrees',
      aboveBase: 'angles above the base',
      treeHeight: 'the height of the tree',
      halfDiameter: 'half the diameter',
      stemDiameter: 'the diameter of the stem',
      profiles: 'profiles of 5 cm or more',
      differentDays: 'readings of different days',
    },
    values: { topAngle: 'the angle to the top', oneDay: 'one day', profile: (n: number) => `${n} values` },
    spokesOrAxes: 'give spokes or axes',

    // Worth asking about, never refused.
    stouterThanKind: (dbh: number, kind: string, most: number) =>
      `${thick(dbh)} is large for ${kind} (usual maximum ${thick(most)}). Check girth or diameter, and the unit.`,
    thinnerThanLast: (last: number) => `Last time: ${thick(last)}. Stems do not shrink. Check the height and the tree.`,
    grewTooFast: (last: number, fastest: number) =>
      `Last time it was ${thick(last)}: more than ${thick(fastest)} a year is very fast. Same tree?`,
    tallerThanKind: (height: number, kind: string, most: number) =>
      `${tall(height)} is tall for ${kind} (usual maximum ${tall(most)}). Check the distance and angles.`,
    shorterThanLast: (last: number) => `Last time it was ${tall(last)}: has the top gone, or was another tree's top sighted?`,
    roseTooFast: (last: number, fastest: number) =>
      `Last time it was ${tall(last)}: more than ${tall(fastest)} a year is very fast. Was the true top sighted then and now?`,
    tooThin: (height: number, dbh: number, ratio: number) =>
      `${tall(height)} on ${thick(dbh)} is ${ratio.toFixed(0)} times as tall as thick: few stems stand so. Girth or diameter? Unit right?`,
    tooStout: (height: number, dbh: number, ratio: number) =>
      `${tall(height)} on ${thick(dbh)} is only ${ratio.toFixed(0)} times as tall as thick. Did you enter girth as diameter?`,
    wideForStem: (spread: number, dbh: number) => `A crown ${tall(spread)} wide on a stem of ${thick(dbh)} is very wide. Radius or width?`,
    wideForHeight: (spread: number, height: number) =>
      `A crown ${tall(spread)} wide on a tree ${tall(height)} tall is very wide. Radius or width?`,
  };
};

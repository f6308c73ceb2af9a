import type { TreeBrief } from '@dendrix/core/contracts';
import { averagePosition, type Fix, type Position } from '@dendrix/core/geo';
import { digitalTape, drill, hypsometer, receiver } from '@dendrix/core/practice';
import { randomFrom, seedOf, type Random } from '@dendrix/core/maths';
import { readProfile, readSentence, type DrillReading } from '@dendrix/core/devices';
import type { Taxon } from '@dendrix/core/knowledge';
import { fromMetres } from '@dendrix/core/units';
import { shotsInto, stemUnit, type Custom, type Entry } from '@dendrix/core/measuring';

/** Simulated devices for practice: they know a tree, and read it with the errors real ones make. */
export interface Devices {
  /** Whether the person switched them on. */
  on: boolean;
  random: Random;
  /** m */
  tree: { dbh: number; height: number; latitude: number; longitude: number };
}

/** A tree of no known size is taken for so large, as a share of what its kind reaches. */
const USUAL_SHARE = 0.6;
const USUAL = { dbh: 0.4, height: 12 } as const;

/** Devices that know a tree by what is on its record, or by what its kind usually is. */
export function devicesFor(
  on: boolean,
  tree: Pick<TreeBrief, 'id' | 'dbh' | 'height' | 'latitude' | 'longitude'>,
  taxon: Taxon | null,
  now: number,
): Devices {
  return {
    on,
    random: randomFrom(seedOf(tree.id) ^ now),
    tree: {
      dbh: tree.dbh ?? (taxon ? taxon.maxDbh * USUAL_SHARE : USUAL.dbh),
      height: tree.height ?? (taxon ? taxon.matureHeight.to * USUAL_SHARE : USUAL.height),
      latitude: tree.latitude,
      longitude: tree.longitude,
    },
  };
}

/** What the tape says, as the person reads it: girth or diameter, in their unit. */
export function readTape({ tree, random }: Devices, custom: Custom): string {
  const girth = digitalTape(Math.PI * tree.dbh, random);
  return fromMetres(custom.stem === 'girth' ? girth : girth / Math.PI, stemUnit(custom)).toFixed(1);
}

const EYE_HEIGHT = 1.6;

/** Shots to base and top from a fair distance off, written into the fields. */
export function shoot({ tree, random }: Devices, entry: Entry, custom: Custom): Entry {
  const distance = tree.height * (1.1 + 0.5 * random());
  return shotsInto(entry, hypsometer(tree, { distance, eyeHeight: EYE_HEIGHT }, random), custom);
}

/** A receiver that gives one sentence after another, under a crown of the tree's size. */
export function startReceiver({ tree, random }: Devices): Generator<string> {
  return receiver(tree, 0.7, 43_200, random);
}

/** Fixes of sentences; lines that hold none are passed over. */
export const fixesOf = (sentences: readonly string[]): Fix[] =>
  sentences.flatMap((line) => {
    const read = readSentence(line);
    return read.kind === 'fix' ? [read.fix] : [];
  });

export const averaged = (fixes: readonly Fix[]): Position | null => (fixes.length === 0 ? null : averagePosition(fixes));

/** Drills to the pith. Where decay is suspected the practice stem is hollow, elsewhere sound. */
export function drillStem({ tree, random }: Devices, suspected: boolean): { reading: DrillReading; profile: number[]; step: number } {
  const radius = tree.dbh / 2;
  const shell = suspected ? radius * (0.2 + 0.35 * random()) : radius;
  const profile = drill({ radius, bark: 0.008 + 0.01 * random(), shell, edge: 0.02 }, random);
  return { reading: readProfile(profile), profile: profile.resistance, step: profile.step };
}

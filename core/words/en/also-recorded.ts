import type { Look } from '../../record/look';
import { signLabel, type Library, type Zone } from '../../knowledge';
import { lengthInWords, treeWords, type UnitSystem } from '../../units/lengths';
import { listed } from './grammar';
import { OCCUPANCY_WORDS, TARGET_WORDS, WORKS_WORDS } from './labels';
import { sideWords, zoneWords } from './zones';

const where = (zone: Zone) => (zone.startsWith('stem-') ? `${sideWords(zone)} side` : zoneWords(zone));

/** What a record holds beside names, signs and sizes, in sentences: sounding, drilling, what was looked for, the place, what is beneath, works. */
export function alsoRecorded(library: Pick<Library, 'signs'>, record: Look, units: UnitSystem = 'metric'): string[] {
  const { sounding, absent, beneath, works, measurements } = record;
  const sides = (sound: string) => sounding.filter((s) => s.sound === sound).map((s) => where(s.zone));
  const [clear, dull, drum] = [sides('clear'), sides('dull'), sides('drum')];
  const rang = [
    ...(clear.length > 0 ? [`clear on the ${listed(clear)}`] : []),
    ...(dull.length > 0 ? [`dull on the ${listed(dull)}`] : []),
    ...(drum.length > 0 ? [`like a drum on the ${listed(drum)}`] : []),
  ];
  const { position, drillings = [] } = measurements;
  return [
    ...(rang.length > 0 ? [`Sounded: ${rang.join('; ')}.`] : []),
    ...drillings.map(
      (line) =>
        `Drilled at the ${where(line.zone)}, ${treeWords(line.height, units)} up: ${lengthInWords(line.shell, units)} of sound wood${line.decayMet ? ', then soft' : ' to the end of the line'}${line.simulated ? ' (a simulated drill)' : ''}.`,
    ),
    ...(absent.length > 0 ? [`Checked, not present: ${listed(absent.map((id) => signLabel(library, id).toLowerCase()))}.`] : []),
    ...(position
      ? [
          `Position from ${position.fixes} fixes, ± ${treeWords(position.plusMinus, units)}${position.simulated ? ' (a simulated receiver)' : ''}.`,
        ]
      : []),
    ...beneath.map((b) =>
      b.what === 'nothing' ? 'No target below.' : `Target below: ${TARGET_WORDS[b.what]}, ${OCCUPANCY_WORDS[b.howOften]}.`,
    ),
    ...works.map((w) => `Works planned: ${WORKS_WORDS[w.kind]} at ${treeWords(w.distance, units)}.`),
  ];
}

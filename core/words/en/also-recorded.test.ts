import { emptyLook } from '../../record/look';
import { testLibrary } from '../../testing/library';
import { alsoRecorded } from './also-recorded';

describe('what a record holds beside names, signs and sizes', () => {
  it('is said in sentences, each once, and simulated devices are named as such', () => {
    const words = alsoRecorded(testLibrary, {
      ...emptyLook('2026-06-01'),
      sounding: [
        { zone: 'stem-n', sound: 'clear' },
        { zone: 'stem-e', sound: 'clear' },
        { zone: 'collar', sound: 'drum' },
      ],
      absent: ['exit-holes', 'frass'],
      beneath: [
        { what: 'road', howOften: 'constant' },
        { what: 'nothing', howOften: 'rare' },
      ],
      works: [{ kind: 'trench', distance: 3 }],
      measurements: {
        drillings: [
          { zone: 'stem-n', height: 1, bark: 0.01, shell: 0.08, plusMinus: 0.01, decayMet: true, from: 'drill' },
          { zone: 'stem-s', height: 1, bark: 0.01, shell: 0.3, plusMinus: 0.01, decayMet: false, from: 'drill', simulated: true },
        ],
        position: { latitude: 45, longitude: -31, plusMinus: 2.4, spread: 3, fixes: 55, leftOut: 5, from: 'phone' },
      },
    });
    expect(words).toEqual([
      'Sounded: clear on the north side and east side; like a drum on the root collar.',
      'Drilled at the north side, 1.0 m up: 80 mm of sound wood, then soft.',
      'Drilled at the south side, 1.0 m up: 30 cm of sound wood to the end of the line (a simulated drill).',
      'Checked, not present: exit holes and frass (boring dust).',
      'Position from 55 fixes, ± 2.4 m.',
      'Target below: a road, constant occupancy.',
      'No target below.',
      'Works planned: a trench at 3.0 m.',
    ]);
  });
  it('an empty record has nothing to say', () => expect(alsoRecorded(testLibrary, emptyLook('2026-06-01'))).toEqual([]));
});

import { cm, m } from '../judge';
import { over, seen, size, type PractitionerCase } from './case';

export const SCREENING_CASES: PractitionerCase[] = [
  {
    words: 'a crab apple of 4 m does not kill as a beech of 30 m does',
    request: seen('Malus floribunda', [{ id: 'cavity', zone: 'stem-s', opening: cm(20) }], {
      measurements: size(15, 4),
      ...over('people-passing', 'frequent'),
    }),
    expect: { consequence: ['minor', 'significant'] },
  },
  {
    words: 'a road 25 m from a tree of 10 m is out of its reach',
    request: seen('Acer platanoides', [{ id: 'root-plate-lift', zone: 'roots' }], {
      measurements: size(30, 10),
      ...over('road', 'constant', { distance: m(25) }),
    }),
    expect: { risk: ['low'], says: /out of (its )?reach/i },
  },
  {
    words: 'a house is always there, whatever the form says',
    request: seen('Picea abies', [{ id: 'root-plate-lift', zone: 'roots' }], { measurements: size(50, 25), ...over('building', 'rare') }),
    expect: { risk: ['high', 'extreme'] },
  },
  {
    words: 'two trenches of 9% each are more than a minor loss',
    request: seen('Tilia cordata', [], {
      rootStandard: 'as4970',
      measurements: size(50, 15),
      works: [
        { kind: 'trench', distance: m(4.8) },
        { kind: 'trench', distance: m(4.8) },
      ],
    }),
    expect: { saysNot: /, a minor encroachment/, says: /together/i },
  },
  {
    words: 'a trench at 2 m from a date palm is judged by its crown, not by its stem',
    request: seen('Phoenix canariensis', [], {
      measurements: { ...size(80, 10), crownSpread: m(8) },
      works: [{ kind: 'trench', distance: m(2) }],
    }),
    expect: { saysNot: /9\.6 m/, says: /5(\.0)? m/ },
  },
  {
    words: 'lorries stored at 2 m pack the ground; they cut nothing',
    request: seen('Quercus robur', [], { measurements: size(70, 18), works: [{ kind: 'storage-or-traffic', distance: m(2) }] }),
    expect: { saysNot: /would cut/, says: /pack/i },
  },
  {
    words: 'a brittle ash half dead over a lane',
    request: seen('Fraxinus excelsior', [{ id: 'tip-dieback', zone: 'crown-top', percent: 60 }], {
      measurements: size(60, 20),
      ...over('road', 'frequent'),
    }),
    expect: { failure: ['probable'], risk: ['moderate', 'high'], says: /brittle/i },
  },
];

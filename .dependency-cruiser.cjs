// The arrows between the rooms. docs/architecture.md draws the same table; `npm run arrows` holds it.

/** Rooms of core, lowest first: a room may use those before it, never one after. */
const CORE = [
  'problem',
  'maths',
  'agreement',
  'knowledge',
  'units',
  'geo',
  'time',
  'record',
  'words',
  'devices',
  'measuring',
  'naming',
  'planning',
  'history',
  'judging',
  'contracts',
  'rounds',
  'state',
  'review',
  'town',
  'figures',
  'sheet',
  'exchange',
  'practice',
];

/** Rooms of the server, lowest first, those of one line beside each other. `world.ts` holds types that all share. */
const SERVER = [
  ['models', 'settings', 'sheet'],
  ['chain'],
  ['http'],
  ['db', 'threads'],
  ['exports', 'organisation'],
  ['accounts'],
  ['live', 'trees'],
  ['agreement', 'districts', 'imports', 'map', 'photos', 'rounds', 'talk', 'visits'],
  ['audit', 'reviews'],
];

/** Features of the application in the same way: `record` is what several screens of a tree share, `frame` what stands round all. */
const FEATURES = [
  ['shell'],
  ['record', 'exchange', 'live', 'more', 'notices', 'photos', 'rounds', 'session'],
  ['access', 'frame', 'library', 'map', 'talk', 'today'],
  ['agreement', 'history', 'setup'],
  ['tree'],
  ['visit'],
  ['review'],
];

const TEST = '\\.test\\.tsx?$|^core/testing/|^server/testing/';

const upward = CORE.slice(0, -1).map((room, i) => ({
  name: `core-${room}-looks-up`,
  comment: `core/${room} may only use rooms before it: ${CORE.slice(0, i).join(', ') || 'none'}.`,
  severity: 'error',
  from: { path: `^core/${room}/`, pathNot: TEST },
  to: { path: `^core/(${CORE.slice(i + 1).join('|')})/` },
}));

/** A room uses those of the lines before its own, and none beside it or after. */
const ordered = (base, lines) =>
  lines.flatMap((line, i) =>
    line.map((room) => ({
      name: `${base.split('/').at(-1)}-${room}-looks-up`,
      comment: `${base}/${room} may only use ${lines.slice(0, i).flat().join(', ') || 'no other room'}.`,
      severity: 'error',
      from: { path: `^${base}/${room}/`, pathNot: TEST },
      to: {
        path: `^${base}/(${lines
          .slice(i)
          .flat()
          .filter((other) => other !== room)
          .join('|')})/`,
        dependencyTypesNot: ['type-only'],
      },
    })),
  );

const never = (name, from, to, comment) => ({ name, comment, severity: 'error', from: { path: from, pathNot: TEST }, to: { path: to } });

module.exports = {
  forbidden: [
    {
      name: 'no-cycles',
      comment: 'No file depends on itself by way of others.',
      severity: 'error',
      from: { pathNot: TEST },
      to: { circular: true },
    },
    {
      name: 'core-room-unknown',
      comment: 'Every room of core stands in the list above.',
      severity: 'error',
      from: { path: '^core/', pathNot: `${TEST}|^core/(${CORE.join('|')})/` },
      to: {},
    },
    ...upward,
    ...ordered('server', SERVER),
    ...ordered('app/src/features', FEATURES),
    {
      name: 'room-unknown',
      comment: 'Every room of the server and of the features stands in a list above.',
      severity: 'error',
      from: {
        path: '^(server|app/src/features)/[^/]+/',
        pathNot: `${TEST}|^server/(${SERVER.flat().join('|')})/|^app/src/features/(${FEATURES.flat().join('|')})/`,
      },
      to: {},
    },
    never('core-alone', '^core/', '^(library|server|app|cli|demo|ops)/', 'core depends on nothing of ours'),
    never('library-on-core', '^library/', '^(server|app|cli|demo|ops)/', 'the library uses only core'),
    never('server-below', '^server/', '^(app|cli|demo|ops)/', 'the server knows neither the app, nor the demonstration, nor how it is run'),
    never('demo-below', '^demo/', '^(app|cli|ops)/', 'the demonstration plants through the server'),
    never('app-over-http', '^app/', '^(server|cli|ops)/', 'the app reaches the server over HTTP only'),
    never('app-routes-on-top', '^app/src/(ui|data|offline|workers)/', '^app/src/(app|features)/', 'shared parts know no feature'),
    never('practice-writes-nothing', '^core/practice/', '^core/(record|state|review|contracts)/', 'practice never writes a record'),
    never(
      'rules-have-no-words',
      '^core/(measuring|naming|planning|history|judging|rounds|state|review|town)/',
      '^core/words/(?!catalogue)',
      'a rule decides with codes and values and asks the catalogue for the sentence, whatever the language',
    ),
    {
      name: 'no-orphans',
      severity: 'error',
      from: { orphan: true, path: '^(core|server|cli|demo)/', pathNot: `${TEST}|index\\.ts$|\\.d\\.ts$` },
      to: {},
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: 'node_modules|generated|dist|\\.d\\.m?ts$' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.arrows.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'default', 'types'] },
  },
};

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

const TEST = '\\.test\\.tsx?$|^core/testing/|^server/testing/';

const upward = CORE.slice(0, -1).map((room, i) => ({
  name: `core-${room}-looks-up`,
  comment: `core/${room} may only use rooms before it: ${CORE.slice(0, i).join(', ') || 'none'}.`,
  severity: 'error',
  from: { path: `^core/${room}/`, pathNot: TEST },
  to: { path: `^core/(${CORE.slice(i + 1).join('|')})/` },
}));

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

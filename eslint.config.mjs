import prettier from 'eslint-config-prettier';
import lingui from 'eslint-plugin-lingui';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Dependencies point one way: app → core ← server; the library uses only core's schemas. */
const forbid = (...groups) => ({
  'no-restricted-imports': ['error', { patterns: groups.map(([group, message]) => ({ group, message })) }],
});
const NODE = [['node:*', 'fs', 'path', 'crypto', 'os', 'child_process'], 'core is pure: no Node'];
const REACT = [['react', 'react-*', 'react-native*', 'expo', 'expo-*', 'nativewind'], 'no React outside app'];
const PURE = [
  {
    selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
    message: 'randomness comes in as an argument',
  },
  { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'time comes in as an argument' },
  { selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']", message: 'time comes in as an argument' },
];
const SENTENCE = 'sentences stand in core/words; a rule asks the catalogue';

/** The first ten letters of an instant are a day of UTC, which is another one where the tree stands. */
const DAY = {
  selector: "CallExpression[callee.property.name='slice'][arguments.length=2][arguments.0.value=0][arguments.1.value=10]",
  message: 'A day is that of a place: dayAt(instant, zone), or utcDay(instant) where no place is meant.',
};

/** What is no text for people: codes, class names, addresses, drawing commands, and what only a developer reads. */
const NO_TEXT = {
  ignore: [
    // A word in small letters, a code, a class, an address, a path, a colour.
    '^\\S*$(?<!^[A-Z][a-z]+…?)',
    '^[\\s\\d\\W]*$',
    // Class names outside className: each has a hyphen, a bracket or a colon, or is one of the few that have none.
    '^((flex|grow|shrink|absolute|relative|hidden|underline|italic|uppercase|[a-z]+[-:\\[]\\S+|-[a-z]+-\\S+)( |$))+$',
    '^M[\\dMLHVCSQTAZa-z .-]+$',
    '^xMidYMid ',
    // Stored codes of two words, a geometry type, a name of the demonstration's map, the tree drawn at the door.
    '^(not seen|kept here|cannot tell|as the device|Polygon|Old Basin|Celtis occidentalis)$',
  ],
  ignoreNames: [
    { regex: { pattern: '[cC]lass(Name)?$' } },
    ...['style', 'd', 'viewBox', 'points', 'transform', 'key', 'testID', 'role', 'href', 'font', 'fontFamily', 'cursor', 'type', 'method'],
  ],
  ignoreFunctions: [
    ...['Error', 'Worker', 'require', 't', 'console.*', '*.includes', '*.split', '*.join', '*.getItem', '*.setItem'],
    ...['*.addEventListener', '*.querySelector', '*.matchMedia', 'globalThis.matchMedia', '*.querySelectorAll', 'DOMException'],
  ],
};

/** A function that does one thing is no longer. Lines without blanks and comments. */
const LONGEST = 120;
/** What is longer and still to be parted; nothing is added to this list. */
const STILL_LONG = [
  'app/src/features/{map/{MapScreen,TreeMap},review/ReviewItem,rounds/{PlanForm,RoundScreen},tree/TreePage,visit/VisitScreen}.tsx',
  'app/src/features/visit/{judge/JudgeStep,measure/{HeightCard,StemCard},walk/SignForm}.tsx',
  'core/{figures/leaf/shoot,figures/twig,judging/assess,knowledge/library,naming/names/names,rounds/plan,words/en/scales}.ts',
  'ops/{bench-naming.ts,cluster.mjs}',
  'server/{app,trees/routes}.ts',
];

export default tseslint.config(
  {
    ignores: ['**/node_modules', '**/dist', '**/dist.partial', '**/.expo', '**/generated', '.data', '**/*.d.ts', '**/*.cjs', 'app/*.js'],
  },
  ...tseslint.configs.recommended,
  prettier,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports', disallowTypeAnnotations: false }],
      '@typescript-eslint/no-non-null-assertion': 'error',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'off',
      'no-restricted-syntax': ['error', DAY],
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts', 'core/testing/**'],
    rules: {
      ...forbid(NODE, REACT, [['@dendrix/*', '**/server/**', '**/app/**', '**/library/**'], 'core depends on nothing of ours']),
      'no-restricted-globals': ['error', 'window', 'document', 'navigator', 'localStorage', 'fetch', 'process', 'Buffer'],
      'no-restricted-syntax': ['error', DAY, ...PURE],
    },
  },
  {
    // A rule decides with codes and values; core/words/language.test.ts finds the fragments that this cannot.
    files: ['core/{measuring,naming,planning,history,judging,state,review,town}/**/*.ts'],
    ignores: ['**/*.test.ts', '**/calibrate/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        DAY,
        ...PURE,
        { selector: 'TemplateElement[value.raw=/[a-z]{2,} [a-z]/]', message: SENTENCE },
        { selector: 'Literal[value=/^[A-Z][a-z’]+ .*[a-z]/]', message: SENTENCE },
        { selector: 'Literal[value=/[a-z] .*[a-z][.?!]$/]', message: SENTENCE },
      ],
    },
  },
  {
    files: ['library/**/*.ts'],
    rules: forbid(REACT, [['**/server/**', '**/app/**', '@dendrix/server*', '@dendrix/app*'], 'the library uses only core']),
  },
  { files: ['server/**/*.ts'], rules: forbid(REACT, [['**/app/src/**', '@dendrix/app*'], 'the server does not know the app']) },
  {
    files: ['app/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'warn',
      '@typescript-eslint/no-require-imports': 'off',
      ...forbid([['**/server/**', '@dendrix/server*', 'node:*'], 'the app reaches the server over HTTP only']),
    },
  },
  {
    // Texts stand in app/src/words; a component names them.
    files: ['app/src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}', '**/testing/**', 'app/src/words/**'],
    plugins: { lingui },
    rules: { 'lingui/no-unlocalized-strings': ['error', NO_TEXT] },
  },
  {
    files: ['{app,core,server,library,cli,demo,ops}/**/*.{ts,tsx,mjs}'],
    ignores: ['**/*.test.{ts,tsx}', '**/testing/**', ...STILL_LONG],
    rules: { 'max-lines-per-function': ['error', { max: LONGEST, skipBlankLines: true, skipComments: true }] },
  },
);

import globals from 'globals';
import svelte from 'eslint-plugin-svelte';
import ts from 'typescript-eslint';

const noClockNoChance = [
  { object: 'Date', property: 'now', message: 'core has no clock: take the time as an argument.' },
  {
    object: 'Math',
    property: 'random',
    message: 'core has no chance of its own: take the seed as an argument.',
  },
];

export default ts.config(
  { ignores: ['**/build/', '**/.svelte-kit/', '**/node_modules/', 'test/built/', 'web/migrations/frozen/'] },
  ...ts.configs.strict,
  ...svelte.configs.recommended,
  {
    languageOptions: { globals: { ...globals.node } },
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
      // A place that must be named though nothing reads it is called _.
      '@typescript-eslint/no-unused-vars': [
        'error',
        { varsIgnorePattern: '^_+$', argsIgnorePattern: '^_+$', destructuredArrayIgnorePattern: '^_+$' },
      ],
      'no-undef': 'off',
      eqeqeq: 'error',
    },
  },
  {
    files: ['**/*.svelte', '**/*.svelte.ts'],
    languageOptions: { parserOptions: { parser: ts.parser }, globals: { ...globals.browser } },
    rules: { 'svelte/no-navigation-without-resolve': 'off' },
  },
  {
    files: ['core/src/**/*.ts'],
    rules: {
      'no-restricted-properties': ['error', ...noClockNoChance],
      'no-restricted-syntax': [
        'error',
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'core has no clock: take the time as an argument.',
        },
        {
          selector:
            "ImportDeclaration[source.value='@internationalized/date'] ImportSpecifier[imported.name=/^(now|today|getLocalTimeZone)$/]",
          message: 'core has no clock: take the time as an argument.',
        },
      ],
    },
  },
);

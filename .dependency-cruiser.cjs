/** The import rules of docs/architecture.md. Each one names what it protects. */
const core = '^core/src/';

module.exports = {
  forbidden: [
    {
      name: 'no-cycles',
      comment: 'Two files that need each other are one file, or hide a third.',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'core-imports-only-core',
      comment: 'core knows no screen, server, database or device.',
      severity: 'error',
      from: { path: core },
      to: { path: '^(web|devices|test|demo)/' },
    },
    {
      name: 'core-no-node-built-ins',
      comment: 'core runs in a browser, a worker and a server alike.',
      severity: 'error',
      from: { path: core },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-packages',
      comment: 'core sees zod everywhere and nothing else but what the next rules allow.',
      severity: 'error',
      from: { path: core },
      to: {
        path: 'node_modules/',
        pathNot: 'node_modules/(zod|luxon|@types/luxon|d3-dsv|@types/d3-dsv|ical-generator)/',
      },
    },
    {
      name: 'luxon-in-time-only',
      comment: 'Local time is resolved in one place.',
      severity: 'error',
      from: { path: core, pathNot: '^core/src/time/' },
      to: { path: 'node_modules/(@types/)?luxon/' },
    },
    {
      name: 'file-libraries-in-formats-only',
      comment: 'Foreign file formats enter and leave in one place.',
      severity: 'error',
      from: { path: core, pathNot: '^core/src/formats/' },
      to: { path: 'node_modules/(d3-dsv|@types/d3-dsv|ical-generator)/' },
    },
    {
      name: 'web-uses-core-for-time',
      comment: 'Screens and routes ask core for local time.',
      severity: 'error',
      from: { path: '^web/' },
      to: { path: 'node_modules/(@types/)?luxon/' },
    },
    {
      name: 'planner-never-sees-checker',
      comment: 'A checker that shares code with the planner checks nothing.',
      severity: 'error',
      from: { path: '^core/src/day/planner/' },
      to: { path: '^core/src/day/checker/' },
    },
    {
      name: 'checker-never-sees-planner',
      comment: 'A checker that shares code with the planner checks nothing.',
      severity: 'error',
      from: { path: '^core/src/day/checker/' },
      to: { path: '^core/src/day/planner/' },
    },
    {
      name: 'devices-apart',
      comment: 'Devices talk over their interface; they import neither web nor database.',
      severity: 'error',
      from: { path: '^devices/' },
      to: { path: '^(web|test)/' },
    },
    {
      name: 'web-uses-no-device',
      comment: 'A device may be absent; the application reaches it over its interface.',
      severity: 'error',
      from: { path: '^web/' },
      to: { path: '^devices/' },
    },
    {
      name: 'ui-knows-no-baking',
      comment: 'lib/ui are plain controls; baking lives in lib/bench.',
      severity: 'error',
      from: { path: '^web/src/lib/ui/' },
      to: { path: '^(core/|web/src/lib/(bench|server)/)' },
    },
    {
      name: 'repositories-load-in-plain-node',
      comment: "Database code uses relative imports only, so Node's test runner can load it.",
      severity: 'error',
      from: { path: '^web/src/lib/server/database/' },
      to: { path: ['^\\$(lib|app|env)', '\\.svelte$', 'node_modules/(svelte|@sveltejs)/'] },
    },
    {
      name: 'no-unresolved',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: '^(\\$(app|env|lib)|\\./\\$types|virtual:)' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(\\.svelte-kit/|^web/build/|^test/bench/bare/)' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    extraExtensionsToScan: [],
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'svelte', 'default', 'style'],
      extensions: ['.ts', '.js', '.svelte', '.json', '.css'],
    },
  },
};

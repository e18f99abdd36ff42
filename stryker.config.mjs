// Deliberate small mistakes in core, one at a time; the tests that cover them should notice. `npm run mutate`.
// Data isn't mutated: another word in a checklist or another hole in a bore is another fact, not a mistake in logic.
const DATA = [
  'core/src/instruments/*/*.ts',
  'core/src/instruments/{steps,gauges,single-reed,double-reed,registry,define,types}.ts',
  'core/src/schools/everybodys.ts',
  'core/src/player/presets.ts',
  'core/src/contract/{routes,fingering,sound,reeds,pieces,learners,lessons,plans,errors}.ts',
  'core/src/**/index.ts',
]

/** @type {import('@stryker-mutator/api/core').PartialStrykerOptions} */
export default {
  testRunner: 'vitest',
  vitest: { configFile: 'vitest.core.config.ts' },
  plugins: ['@stryker-mutator/vitest-runner'],
  coverageAnalysis: 'perTest',
  // What runs once while a module is loaded (schemas, tables) is covered by every test at once: trying all tests on each
  // such mistake takes hours and says little.
  ignoreStatic: true,
  mutate: ['core/src/**/*.ts', ...DATA.map((glob) => `!${glob}`)],
  ignorePatterns: ['/web', '/e2e', '/docs', '/data', '/.cache', '/test-results', '/server'],
  concurrency: 2,
  timeoutMS: 20_000,
  // The first run of the sound tests, with every sample's arithmetic instrumented, takes long.
  dryRunTimeoutMinutes: 30,
  reporters: ['json', 'progress'],
  tempDirName: '.cache/stryker',
  disableTypeChecks: false,
}

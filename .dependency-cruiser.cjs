/** One arrow down: core ← sim ← web; rooms are entered by their index; no circles. */
/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } } },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^packages/core/src', pathNot: '\\.test\\.ts$|/test[A-Z][A-Za-z]*\\.ts$' },
      to: { path: '^(packages/sim|apps)|node_modules/', pathNot: 'node_modules/zod/' },
    },
    {
      name: 'core-without-node',
      severity: 'error',
      from: { path: '^packages/(core|sim)/src', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'sim-knows-core-only',
      severity: 'error',
      from: { path: '^packages/sim/src', pathNot: '\\.test\\.ts$' },
      to: { path: '^apps|node_modules/', pathNot: 'node_modules/@lucerna/core' },
    },
    {
      name: 'reasoning-never-sees-the-simulator',
      severity: 'error',
      from: { path: '^packages/core/src/(advice|faults)' },
      to: { path: '^packages/sim' },
    },
    {
      name: 'rooms-have-one-door',
      severity: 'error',
      from: { path: '^packages/core/src/([^/]+)/', pathNot: '\\.test\\.ts$|/test[A-Z][A-Za-z]*\\.ts$' },
      to: { path: '^packages/core/src/([^/]+)/(?!index\\.ts)', pathNot: '^packages/core/src/$1/' },
    },
    {
      name: 'rooms-have-one-door-from-outside',
      severity: 'error',
      from: { pathNot: '^packages/(core|sim)/' },
      to: { path: '^packages/(core|sim)/src/[^/]+/(?!index\\.ts)' },
    },
    {
      name: 'sql-lives-behind-the-server',
      severity: 'error',
      from: { path: '^apps/web/src/(ui|messages)|^apps/web/src/features/[^/]+/(parts|client)/' },
      to: { path: '^apps/web/src/db/|node_modules/(drizzle-orm|postgres)/' },
    },
    {
      name: 'lower-floors-know-no-feature',
      severity: 'error',
      from: { path: '^apps/web/src/(server|ui|db|messages|env)', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^apps/web/src/(features|seed|commands|app)/' },
    },
    {
      name: 'features-have-two-doors',
      comment: 'A feature reaches another through its index.ts (browser) or server/index.ts; app/ routes and may enter where it likes.',
      severity: 'error',
      from: { path: '^apps/web/src/features/([^/]+)/', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^apps/web/src/features/[^/]+/', pathNot: '^apps/web/src/features/($1/|[^/]+/(server/)?index\\.ts$)' },
    },
    {
      name: 'the-database-knows-no-server',
      severity: 'error',
      from: { path: '^apps/web/src/db/', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^apps/web/src/(server|ui|messages)/' },
    },
    {
      name: 'features-do-not-know-pages',
      severity: 'error',
      from: { path: '^apps/web/src/(features|ui|db|server)', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^apps/web/src/app/' },
    },
    {
      name: 'nothing-imports-tests',
      severity: 'error',
      from: { pathNot: '\\.test\\.tsx?$|/test[A-Z][A-Za-z]*\\.tsx?$|^apps/web/e2e' },
      to: { path: '\\.test\\.tsx?$|/test[A-Z][A-Za-z]*\\.tsx?$' },
    },
    { name: 'resolvable', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.next/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.imports.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.json', '.css'],
    },
  },
}

/** Imports point downwards only: app → ui → kit and server → pictures → plans → calc → words → schema → bench → core. */
const layer = (name, mayImport) => ({
  name: `${name}-imports-downwards`,
  severity: 'error',
  // Tests may use the test support in tests/support.
  from: { path: `^src/${name}/`, pathNot: '\\.test\\.tsx?$' },
  to: { path: '^(src|scripts|e2e|tests)/', pathNot: `^src/(${[name, ...mayImport].join('|')})/` },
})

module.exports = {
  forbidden: [
    layer('core', []),
    layer('bench', ['core']),
    layer('schema', ['bench', 'core']),
    layer('words', ['schema', 'bench', 'core']),
    layer('calc', ['words', 'schema', 'bench', 'core']),
    layer('plans', ['calc', 'words', 'schema', 'bench', 'core']),
    layer('pictures', ['plans', 'calc', 'words', 'schema', 'bench', 'core']),
    layer('workers', ['calc', 'schema', 'bench', 'core']),
    layer('kit', ['pictures', 'workers', 'plans', 'calc', 'words', 'schema', 'bench', 'core']),
    layer('ui', ['kit', 'pictures', 'workers', 'plans', 'calc', 'words', 'schema', 'bench', 'core']),
    layer('server', ['pictures', 'plans', 'calc', 'words', 'schema', 'bench', 'core']),
    layer('app', ['ui', 'kit', 'server', 'pictures', 'plans', 'calc', 'words', 'schema', 'bench', 'core']),
    {
      name: 'scripts-need-no-browser-tests',
      severity: 'error',
      from: { path: '^scripts/' },
      to: { path: '^e2e/' },
    },
    {
      name: 'core-is-pure',
      comment: 'The core runs in a browser, a worker and a server alike.',
      severity: 'error',
      from: { path: '^src/(core|bench)/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'] },
    },
    {
      name: 'sql-only-in-server',
      severity: 'error',
      from: { path: '^src/', pathNot: '^src/server/' },
      to: { path: 'node_modules/pg/' },
    },
    {
      name: 'pages-ask-services',
      comment:
        'SQL has one caller, the services: a page or route that reads rows itself decides a truth a second time.',
      severity: 'error',
      from: { path: '^src/(app|ui|kit)/' },
      to: { path: '^src/server/sql/' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      // A field's words read the whole configuration, whose type is made of the fields: a circle of types alone, which the
      // parser does not tell from one of code. Biome's useImportType keeps it one of types.
      to: {
        circular: true,
        viaOnly: { dependencyTypesNot: ['type-only'], pathNot: '^src/schema/configuration\\.ts$' },
      },
    },
    { name: 'resolves', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
}

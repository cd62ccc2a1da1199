/** Which way the arrows point (docs/architecture.md, "The map"). Anything else fails the build. */
const from = (room, allowed) => ({
  name: `${room}-looks-only-where-it-may`,
  severity: 'error',
  from: { path: `^src/${room}/`, pathNot: '\\.test\\.ts$|/testing/' },
  to: { path: '^src/', pathNot: [`^src/${room}/`, ...allowed] },
});

module.exports = {
  forbidden: [
    from('core', []),
    from('data', ['^src/core/']),
    from('server', ['^src/core/', '^src/data/', '^src/formats/']),
    from('formats', ['^src/core/']),
    from('workers', ['^src/core/']),
    from('ui', ['^src/core/', '^src/workers/', '^src/server/[^/]+/(actions|views)\\.ts$']),
    from('app', [
      '^src/ui/',
      '^src/server/',
      '^src/core/calculations\\.ts$',
      '^src/core/calculation(Error)?\\.ts$',
    ]),
    from('demo', ['^src/server/', '^src/core/']),
    from('cli', ['^src/server/', '^src/demo/', '^src/core/', '^src/data/(connection|migrate)\\.ts$']),
    {
      name: 'core-uses-only-named-packages',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: {
        path: 'node_modules',
        pathNot:
          'node_modules/(valibot|@valibot/to-json-schema|ml-matrix|@stdlib/[^/]+|simple-statistics|date-fns|seedrandom)/',
      },
    },
    {
      name: 'core-knows-no-node',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'screens-never-reach-the-database',
      severity: 'error',
      from: { path: '^src/(ui|app)/' },
      to: { path: '^src/data/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.next/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};

// Dependencies point one way: web → core, server → core, cli → core, core → nothing of ours.
module.exports = {
  forbidden: [
    {
      name: 'core-is-pure',
      comment: 'core may import only itself and the pure packages listed here',
      severity: 'error',
      from: { path: '^core/src', pathNot: '\\.test\\.ts$' },
      to: {
        pathNot: ['^core/src', 'node_modules/(yup|nanoid|papaparse|@types/papaparse|@sodaru/yup-to-json-schema)/'],
      },
    },
    {
      name: 'core-no-node',
      severity: 'error',
      from: { path: '^core/src', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'server-not-from-web',
      severity: 'error',
      from: { path: '^server/src' },
      to: { path: '^(web|cli)/' },
    },
    {
      name: 'web-only-types-from-server',
      severity: 'error',
      from: { path: '^web/src' },
      to: { path: '^(server|cli)/', dependencyTypesNot: ['type-only'] },
    },
    { name: 'cli-only-core', severity: 'error', from: { path: '^cli/src' }, to: { path: '^(web|server)/' } },
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'not-to-unresolvable', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.js', '.mjs'],
    },
  },
};

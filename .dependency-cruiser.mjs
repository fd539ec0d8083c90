/** Which room of the core may know which: from the ground up, arrows point down. */
const ROOMS = {
  engine: [],
  solvers: ['engine'],
};
export default {
  forbidden: [
    {
      name: 'engine-knows-nothing',
      severity: 'error',
      from: { path: '^core/src/engine' },
      to: { path: '^core/src/(?!engine)' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    parser: 'swc',
    tsPreCompilationDeps: true,
    exclude: { path: '\\.test\\.ts$|/testing/' },
  },
};

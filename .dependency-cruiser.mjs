/**
 * Rooms of the core from the ground up; a room knows those under it. The document is the one that looks up, by one door:
 * what a part may hold is said by the registry of devices, and nothing else of theirs is known to it.
 */
const core = 'core/src';
const room = (...names) => `^${core}/(${names.join('|')})/`;
const ABOVE_DERIVE = ['layout', 'circuit', 'power', 'stock', 'drawing', 'export'];
const ORDER = [
  ['engine', 'solvers'],
  ['document'],
  ['tables', 'formulas', 'profiles'],
  ['devices'],
  ['stages'],
  ['findings'],
];
const rules = ORDER.flatMap((names, i) => {
  const above = [...ORDER.slice(i + 1).flat(), ...ABOVE_DERIVE];
  return [
    {
      name: `${names.join('-')}-looks-up`,
      severity: 'error',
      comment: 'A room of the core knows only the rooms under it.',
      from: { path: room(...names) },
      to: {
        path: [room(...above), `^${core}/(derive|explain|dossier)\\.ts$`],
        ...(names[0] === 'document' ? { pathNot: `^${core}/devices/(registry|body)\\.ts$` } : {}),
      },
    },
  ];
});

export default {
  forbidden: [
    ...rules,
    {
      name: 'ground-knows-the-trade',
      severity: 'error',
      comment: 'Engine and solvers know no board, part or wire.',
      from: { path: room('engine', 'solvers') },
      to: { path: `^${core}/`, pathNot: room('engine', 'solvers') },
    },
    {
      name: 'engine-and-solvers-apart',
      severity: 'error',
      from: { path: room('engine') },
      to: { path: room('solvers') },
    },
    {
      name: 'devices-know-the-document-s-nouns-only',
      severity: 'error',
      comment: 'A device describes parts; actions, commands and the schema of the whole board are not its business.',
      from: { path: room('devices') },
      to: { path: `^${core}/document/(boardSchema|commands|commandSchema|migrate|newBoard|templates)\\.ts$` },
    },
    {
      name: 'core-knows-nothing-of-ours',
      severity: 'error',
      from: { path: `^${core}/` },
      to: { path: '^(server|web|cli|bench|e2e|demo)/' },
    },
    {
      name: 'only-the-application-knows-routes',
      severity: 'error',
      comment: 'Routes ask services, never the other way round, nor one another.',
      from: { path: '^server/src/', pathNot: '^server/src/app\\.ts$' },
      to: { path: 'Routes\\.ts$' },
    },
    {
      name: 'only-routes-speak-http',
      severity: 'error',
      comment: 'Services and rows know no request: what they refuse they refuse in words.',
      from: { path: '^server/src/', pathNot: '^server/src/(app\\.ts$|main\\.ts$|http/|.*Routes\\.ts$)' },
      to: { path: 'node_modules/(hono|@hono)/|^server/src/http/' },
    },
    {
      name: 'papers-fetch-nothing',
      severity: 'error',
      comment:
        'A paper is made in a thread from what was fetched for it; the service and its gathering ask the database.',
      from: { path: '^server/src/(papers|work)/', pathNot: '(gather|paperService|paperRoutes)\\.ts$' },
      to: { path: 'node_modules/(knex|pg)/' },
    },
    {
      name: 'server-knows-no-web',
      severity: 'error',
      from: { path: '^server/' },
      to: { path: '^web/' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      comment: 'Circles of values; types may refer to each other.',
      from: { path: `^(${core}|server/src)/` },
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    parser: 'swc',
    tsPreCompilationDeps: true,
    exclude: { path: ['\\.test\\.ts$', '/testing/', 'versions\\.ts$'] },
  },
};

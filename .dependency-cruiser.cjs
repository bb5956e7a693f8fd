/* Imports run down the data's flow, never up: the list of rooms below is the order of the house. */
const rooms = [
  'faults',
  'geometry',
  'model',
  'readers',
  'scene',
  'sights',
  'fingerprint',
  'cutting',
  'visibility',
  'linework',
  'drift',
  'surfaces',
  'drafting',
  'touch-ups',
  'annotation',
  'writers',
];
const upward = rooms.slice(0, -1).map((room, i) => ({
  name: `core-${room}-looks-down-only`,
  severity: 'error',
  from: { path: `^core/${room}/`, pathNot: '\\.test\\.ts$' },
  to: {
    path: `^core/(${[...rooms.slice(i + 1), 'draw\\.ts', 'deliver\\.ts', 'publish\\.ts', 'publishable\\.ts', 'faces-of\\.ts'].join('|')})`,
  },
}));

/* The rooms of the application in their order: each knows those before it. The stages stand side by side and know none of the others. */
const appRooms = ['figures', 'ui', 'data', 'workers', 'drawings', 'board', 'space', 'project', 'backgrounds', 'jobs', 'frame'];
const stages = ['shelf', 'model-view', 'bench', 'standard'];
const upwardInApp = appRooms.map((room, i) => ({
  name: `app-${room}-looks-down-only`,
  severity: 'error',
  from: { path: `^app/${room}/`, pathNot: '\\.test\\.ts$' },
  to: { path: `^app/(${[...appRooms.slice(i + 1), ...stages].join('|')})/` },
}));
const besides = (folder, rooms) =>
  rooms.map((room) => ({
    name: `${folder.replaceAll('/', '-')}-${room}-alone`,
    severity: 'error',
    from: { path: `^${folder}/${room}/` },
    to: { path: `^${folder}/(${rooms.filter((other) => other !== room).join('|')})/` },
  }));

module.exports = {
  forbidden: [
    ...upward,
    ...upwardInApp,
    ...besides('app', stages),
    // the plumb and what stands on top of the Bench are shared; its panes know none of one another
    ...besides('app/bench', ['key', 'drawing', 'register', 'slate']),
    {
      name: 'app-bench-plumb-below',
      severity: 'error',
      from: { path: '^app/bench/(plumb|removing)/' },
      to: { path: '^app/bench/(key|drawing|register|slate)/' },
    },
    {
      name: 'core-below-project-file',
      severity: 'error',
      from: { path: '^core/', pathNot: '^core/project-file/' },
      to: { path: '^core/project-file/' },
    },
    // the proof looks at finished drawings, and may draw again to say why one is empty
    {
      name: 'core-below-proof',
      severity: 'error',
      from: { path: '^core/', pathNot: '^core/proof/|\\.test\\.ts$' },
      to: { path: '^core/proof/' },
    },
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-alone',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(app|cli|demo|benchmarks|e2e|server)/' },
    },
    { name: 'core-without-node', severity: 'error', from: { path: '^core/', pathNot: '\\.test\\.ts$' }, to: { dependencyTypes: ['core'] } },
    {
      name: 'core-without-interface',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$|^core/testing/' },
      to: {
        path: 'node_modules/',
        pathNot:
          'node_modules/(clipper2-ts|flatbush|flatqueue|earcut|joi|@hapi|@standard-schema|web-ifc|fflate|saxes|meshoptimizer|@gltf-transform|pdf-lib|@pdf-lib)/',
      },
    },
    { name: 'cli-over-core', severity: 'error', from: { path: '^cli/' }, to: { path: '^(app|demo|benchmarks|e2e|server)/' } },
    { name: 'app-not-cli', severity: 'error', from: { path: '^app/' }, to: { path: '^(cli|benchmarks|e2e|server)/' } },
    {
      name: 'workers-without-react',
      severity: 'error',
      from: { path: '^app/workers/.*\\.worker\\.ts$' },
      to: { path: 'node_modules/(react|react-dom|react-router)/' },
    },
    {
      name: 'resolvable',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: '(\\?url|\\?worker|\\?raw|virtual:|/\\+types/)' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'browser', 'default'],
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.json'],
    },
  },
};

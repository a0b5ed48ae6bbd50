/** The core's wings, lowest first, each with its rooms, lowest first. What imports does so from lower ones. */
const WINGS = {
  ground: [
    'issues',
    'finding',
    'linalg',
    'statistics',
    'geometry',
    'outline',
    'mesh',
    'recipe',
    'scene',
  ],
  handbook: ['standards', 'units', 'patterns', 'probing', 'calculators'],
  chain: ['locating', 'variation', 'fitting', 'belief', 'learning', 'made'],
  work: [
    'solid',
    'part',
    'faults',
    'say',
    'stock',
    'recognise',
    'offers',
    'revision',
    'blank',
    'casting',
  ],
  shop: ['workshop', 'holding', 'making'],
  plan: ['way', 'planning', 'drilling', 'plates'],
  predict: ['prediction', 'measured'],
  floor: ['standin', 'offsets', 'register', 'steering', 'learning'],
  foreman: ['findings', 'metal', 'cures', 'footings'],
  paper: ['picture', 'sheet', 'run', 'stored', 'formats', 'demo'],
}
const WING_NAMES = Object.keys(WINGS)
const ROOMS = Object.entries(WINGS).flatMap(([wing, rooms]) =>
  rooms.map((room) => `${wing}/${room}`),
)

/** Folder -> the other folders of src/ it may import. */
const MAY_IMPORT = {
  core: [],
  kernel: ['core'],
  db: ['core'],
  pdf: ['core'],
  exchange: ['core'],
  operations: ['core', 'kernel', 'db', 'pdf', 'exchange'],
  standin: ['core'],
  workers: ['core', 'kernel'],
  ui: ['core', 'workers'],
  features: ['core', 'ui', 'workers'],
  app: ['core', 'operations', 'features', 'ui'],
  cli: ['core', 'operations'],
}

/** Packages that the pure core may use. */
const CORE_PACKAGES = [
  '^node_modules/ml-matrix/',
  '^node_modules/jstat/',
  '^node_modules/quickselect/',
  '^node_modules/zod/',
  '^node_modules/d3-polygon/',
  '^node_modules/quadprog/',
  '^node_modules/@types/d3-polygon/',
  '^node_modules/fastest-levenshtein/',
  '^node_modules/papaparse/',
  '^node_modules/@types/papaparse/',
]

const TEST = '\\.test\\.tsx?$'
const DOOR = '^src/core/[^/]+/[^/]+/index\\.ts$'

/** Each of a list may not import those that come after it. */
const inOrder = (list, rule) =>
  list.slice(0, -1).map((name, i) => ({
    name: `${rule}-${name.replace('/', '-')}`,
    severity: 'error',
    from: { path: `^src/core/${name}/`, pathNot: TEST },
    to: { path: `^src/core/(${list.slice(i + 1).join('|')})/` },
  }))
const coreOrder = [
  ...inOrder(WING_NAMES, 'wing-order'),
  ...Object.entries(WINGS).flatMap(([wing, rooms]) =>
    inOrder(
      rooms.map((room) => `${wing}/${room}`),
      'room-order',
    ),
  ),
]

const directions = Object.entries(MAY_IMPORT).map(([name, allowed]) => ({
  name: `direction-${name}`,
  severity: 'error',
  from: { path: `^src/${name}/`, pathNot: TEST },
  to: { path: '^src/', pathNot: `^src/(${[name, ...allowed].join('|')})/` },
}))

module.exports = {
  forbidden: [
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'no-unresolved', severity: 'error', from: {}, to: { couldNotResolve: true } },
    {
      name: 'no-unlisted-folder',
      severity: 'error',
      from: { path: '^src/[^/]+/', pathNot: `^src/(${Object.keys(MAY_IMPORT).join('|')})/` },
      to: {},
    },
    {
      name: 'no-unlisted-room',
      severity: 'error',
      from: { path: '^src/core/[^/]+/', pathNot: `^src/core/(${ROOMS.join('|')})/` },
      to: {},
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^src/core/', pathNot: TEST },
      to: { pathNot: ['^src/core/', ...CORE_PACKAGES] },
    },
    {
      name: 'linear-algebra-by-its-door',
      severity: 'error',
      from: { path: '^src/', pathNot: `^src/core/ground/linalg/|${TEST}` },
      to: { path: '^node_modules/ml-matrix/' },
    },
    {
      name: 'statistics-by-its-door',
      severity: 'error',
      from: { path: '^src/', pathNot: `^src/core/ground/statistics/|${TEST}` },
      to: { path: '^node_modules/jstat/' },
    },
    {
      name: 'rooms-by-door',
      severity: 'error',
      from: { path: '^src/core/([^/]+/[^/]+)/', pathNot: TEST },
      to: { path: '^src/core/', pathNot: ['^src/core/$1/', DOOR] },
    },
    {
      name: 'core-from-outside-by-door',
      severity: 'error',
      from: { path: '^src/', pathNot: '^src/core/' },
      to: { path: '^src/core/', pathNot: DOOR },
    },
    {
      name: 'features-apart',
      severity: 'error',
      from: { path: '^src/features/([^/]+)/' },
      to: { path: '^src/features/', pathNot: '^src/features/$1/' },
    },
    {
      name: 'drizzle-only-in-db',
      severity: 'error',
      from: { path: '^src/', pathNot: '^src/db/' },
      to: { path: '^node_modules/drizzle-orm/' },
    },
    {
      name: 'schema-only-in-db',
      severity: 'error',
      from: { path: '^src/', pathNot: '^src/db/' },
      to: { path: '^src/db/schema' },
    },
    {
      name: 'react-only-in-screens',
      severity: 'error',
      from: { path: '^src/', pathNot: ['^src/(app|features|ui)/', '^src/proxy'] },
      to: { path: '^node_modules/(react|react-dom|next)/' },
    },
    {
      name: 'no-test-in-product',
      severity: 'error',
      from: { path: '^src/', pathNot: TEST },
      to: { path: TEST },
    },
    ...coreOrder,
    ...directions,
  ],
  options: {
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.css$' },
  },
}

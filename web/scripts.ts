// How the build of the pages is parted into files.

/** Whether a module lies in one of these places. */
const inFolder = (...parts: string[]) => new RegExp(parts.join('|').replaceAll('/', '[\\\\/]'));

/**
 * What goes into which script. Few instead of a hundred, since each costs a browser some ms, for the page and again for each worker.
 * What an earlier one takes is not taken by a later one.
 */
export const SCRIPTS = [
  // what the cabinet shares with workers
  {
    name: 'base',
    test: inFolder(
      '/core/src/errors',
      '/core/src/wasm/(module|scratch)',
      '/core/src/raster/(resample|straight-edges|content-box|raster)\\.',
      '/web/src/api/client',
      'vite/preload-helper',
    ),
  },
  // what a worker that only helps needs besides
  { name: 'crew', test: inFolder('/core/src/ink/crew\\.', '/node_modules/comlink/') },
  // what lays ink, and reads the plates that it is laid with: the first strokes wait for no more
  {
    name: 'ink',
    includeDependenciesRecursively: false,
    test: inFolder(
      '/core/src/(ink|path|maths|raster)/',
      '/core/src/ground/(stack|blend)',
      '/core/src/model/(brush|choices|limits|properties|property)\\.',
      '/core/src/vary/(?!guess|sweep|material-strokes|candidates|first-)',
      '/core/src/formats/(?!exr(?!-header)|relief-file|pack)',
      '/core/src/relief/shade',
      '/web/src/api/fetch-plate',
      '/web/src/engine/(carry|held-by-key|stroke-ledger|worker-plates|protocol/)',
      '/node_modules/(fast-png|fflate|iobuffer|potpack|@noble)/',
    ),
  },
  // the rest that is computed, and what checks documents
  {
    name: 'cut',
    includeDependenciesRecursively: false,
    test: inFolder(
      '/core/src/(?!prove|bench|wasm|formats|api)',
      '/core/src/formats/pack',
      '/web/src/workers/read-',
      '/web/src/engine/made-key',
      '/node_modules/(yup|property-expr|tiny-case|toposort)/',
    ),
  },
  // what the cabinet is drawn with
  {
    name: 'page',
    tags: ['$initial' as const],
    test: inFolder(
      '/web/src/(?!workers|engine)',
      '/web/src/engine/(clock|made-workers)',
      '/node_modules/(react|react-dom|scheduler|@mui|@emotion|@tanstack|@dnd-kit|react-router|react-transition-group|notistack|react-dropzone)/',
    ),
  },
  { name: 'prove', test: inFolder('/core/src/prove/') },
  // what the page of a brush adds
  {
    name: 'brush',
    test: inFolder('/web/src/(bench|engine|wide|search|lesson|pages/bench|stages/vary)/', '/web/src/pages/BenchPage'),
  },
];

// Each floor looks only downward: web, server and cli stand on io and core, io on core, core on nothing of ours.
const floor = (name, from, forbidden) => ({
  name,
  severity: 'error',
  from: { path: from },
  to: { path: forbidden },
});

/** The folders of core from the lowest up: each stands on those before it alone. Folders of one row do not know each other. */
const CORE = [
  ['wasm'],
  ['maths'],
  ['raster'],
  ['model'],
  ['flaws', 'relief', 'path'],
  ['vary'],
  ['ink'],
  ['ground', 'cut'],
  ['make'],
  ['formats', 'bench', 'prove'],
  ['api'],
];
/** The folders of the pages likewise. */
const WEB = [['engine', 'api', 'theme'], ['workers'], ['parts'], ['bench'], ['wide'], ['stages'], ['pages']];

const folders = (root, rows) =>
  rows
    .flatMap((row, k) =>
      row.map((name) => {
        const above = [...row.filter((other) => other !== name), ...rows.slice(k + 1).flat()];
        return floor(`${root}-${name}-looks-down`, `^${root}/${name}/`, `^${root}/(${above.join('|')})/`);
      }),
    )
    .filter(({ to }) => !to.path.endsWith('()/'));

module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      from: { pathNot: 'node_modules' },
      to: { circular: true },
    },
    floor('core-stands-alone', '^core/src', '^(io|server|web|cli|demo|e2e|scripts)/'),
    { name: 'core-has-no-node', severity: 'error', from: { path: '^core/src' }, to: { dependencyTypes: ['core'] } },
    floor('io-on-core-only', '^io/src', '^(server|web|cli|demo|e2e|scripts)/'),
    floor('demo-on-core-and-io', '^demo/src', '^(server|web|cli|e2e|scripts)/'),
    floor('server-not-on-pages', '^server/src', '^(web|cli|e2e|scripts)/'),
    floor('cli-on-core-and-io', '^cli/src', '^(server|web|demo|e2e|scripts)/'),
    ...folders('core/src', CORE),
    ...folders('web/src', WEB),
    // the made-up scanner is part of the product and of the demo alike
    floor('web-on-core-only', '^web/src', '^((io|server|cli|e2e|scripts)/|demo/src/(?!art/))'),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(dist|drizzle)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'default', 'types'] },
  },
};

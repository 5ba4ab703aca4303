/** Arrows of the architecture: each layer may import only what stands in its list. */
const ARROWS = {
  core: [],
  contracts: ['core'],
  store: ['contracts', 'core'],
  link: ['contracts', 'core'],
  commands: ['contracts', 'core'],
  server: ['store', 'contracts', 'core'],
  workers: ['core'],
  ui: ['core', 'contracts', 'workers'],
  views: ['ui', 'core', 'contracts'],
};

/**
 * The chapters of the core in the order in which they build on each other: each may import what stands
 * in a line above its own.
 */
const CHAPTERS = [
  ['language'],
  ['mathematics', 'schema'],
  ['robot', 'field'],
  ['program'],
  ['moves'],
  ['route'],
  ['simulation'],
  ['telemetry'],
  ['benches'],
  ['practice', 'analysis'],
  ['camera', 'match'],
  ['text'],
  ['trainer'],
  ['formats'],
];

module.exports = {
  forbidden: [
    { name: 'no-circle', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-pure',
      comment: 'The core uses no Node API and no interface library.',
      severity: 'error',
      from: { path: '^src/core/' },
      to: { path: '^(node:|fs|path|crypto|react|astro|sequelize)', dependencyTypesNot: ['local'] },
    },
    {
      name: 'no-circle-of-folders',
      severity: 'error',
      scope: 'folder',
      from: { path: '^src/core' },
      to: { circular: true },
    },
    ...CHAPTERS.flatMap((line, rank) =>
      line.map((chapter) => ({
        name: `${chapter}-builds-on-earlier-chapters`,
        severity: 'error',
        from: { path: `^src/core/${chapter}/` },
        to: {
          path: '^src/core/',
          pathNot: `^src/core/(${[chapter, ...CHAPTERS.slice(0, rank).flat()].join('|')})/`,
        },
      })),
    ),
    ...Object.entries(ARROWS).map(([layer, allowed]) => ({
      name: `${layer}-imports-one-way`,
      severity: 'error',
      from: { path: `^src/${layer}/` },
      to: { path: '^src/', pathNot: `^src/(${[layer, ...allowed].join('|')})/` },
    })),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    // Tests may look at anything; the experiments and the demo stand outside of the layers.
    exclude: { path: '\\.test\\.tsx?$|^tests/|^demo/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js', '.json'] },
  },
};

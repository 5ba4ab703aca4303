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

module.exports = {
  forbidden: [
    { name: 'no-circle', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-pure',
      comment: 'The core uses no Node API and no interface library.',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(node:|fs|path|crypto|react|astro|sequelize)', dependencyTypesNot: ['local'] },
    },
    ...Object.entries(ARROWS).map(([layer, allowed]) => ({
      name: `${layer}-imports-one-way`,
      severity: 'error',
      from: { path: `^src/${layer}/`, pathNot: '\\.test\\.tsx?$' },
      to: { path: '^src/', pathNot: `^src/(${[layer, ...allowed].join('|')})/` },
    })),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js', '.json'] },
  },
};

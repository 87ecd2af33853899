/** Layers, each knowing only those below: app > features > ui, measured > workers, devices, store > project > core. */
const layer = (name, from, to) => ({ name, severity: 'error', from: { path: from }, to: { path: to } })
module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    layer('core-knows-nothing-above', '^src/core/', '^src/(app|features|ui|workers|devices|store|project)/'),
    layer('core-has-no-interface', '^src/core/', 'node_modules/(react|next|@chakra-ui|dexie|recharts|three)'),
    layer('project-knows-core-only', '^src/project/', '^src/(app|features|ui|workers|devices|store)/'),
    layer('ui-knows-no-trade', '^src/ui/', '^src/(app|features|workers|devices|store|project)/'),
    layer('store-below-features', '^src/store/', '^src/(app|features|ui|workers|devices)/'),
    layer('workers-below-features', '^src/workers/', '^src/(app|features|ui|devices|store)/'),
    layer('measured-below-features', '^src/measured/', '^src/(app|features|ui)/'),
    layer('store-and-workers-below-measured', '^src/(store|workers)/', '^src/measured/'),
    layer('features-below-app', '^src/features/', '^src/app/'),
    layer('cli-is-thin', '^cli/', '^src/(app|features|ui|workers|devices|store|measured)/'),
    layer('words-know-core-and-project', '^src/words/', '^src/(app|features|ui|workers|devices|store|measured)/'),
    layer('core-and-project-have-no-words', '^src/(core|project)/', '^src/words/'),
    {
      name: 'a-feature-has-one-door',
      severity: 'error',
      from: { path: '^src/(app|features/([^/]+))/' },
      to: { path: '^src/features/([^/]+)/(?!index\\.)', pathNot: '^src/features/$2/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.test\\.' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
}

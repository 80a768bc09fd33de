/** The rooms of the house and who may import whom. Run by `npm run architecture`. */
const core = (room) => `^core/src/${room}/`
const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  comment: `${name}: this room may import only ${allowed.join(', ') || 'nothing'}`,
  from: { path: from, pathNot: '\\.test\\.ts$' },
  to: { path: '^core/src/', pathNot: [from, ...allowed.map(core)] },
})

module.exports = {
  forbidden: [
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-alone',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: '^(contract|packs|server|web|e2e)/' },
    },
    {
      name: 'core-has-no-packages',
      severity: 'error',
      // Music theory and the search of words are not ours to write: one small door to each.
      from: {
        path: '^core/src/',
        pathNot: [
          '\\.test\\.ts$',
          '^core/src/music/pitches\\.ts$',
          '^core/src/packs/wordIndex\\.ts$',
        ],
      },
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'] },
    },
    {
      name: 'contract-knows-core',
      severity: 'error',
      from: { path: '^contract/' },
      to: { path: '^(packs|server|web|e2e)/' },
    },
    {
      name: 'web-never-server',
      severity: 'error',
      from: { path: '^web/' },
      to: { path: '^(server|packs|e2e)/' },
    },
    {
      name: 'server-never-web',
      severity: 'error',
      from: { path: '^server/' },
      to: { path: '^(web|e2e)/' },
    },
    {
      name: 'sequelize-stays-in-store',
      severity: 'error',
      from: { path: '^server/src/', pathNot: '^server/src/store/' },
      to: { path: 'node_modules/(sequelize|sqlite3|umzug)' },
    },
    {
      name: 'http-has-no-store',
      severity: 'error',
      from: { path: '^server/src/http/' },
      to: { path: '^server/src/store/(?!index)' },
    },
    {
      name: 'parts-hold-no-data',
      severity: 'error',
      from: { path: '^web/src/ui/' },
      to: { path: '^web/src/(features|app|data)/' },
    },
    {
      name: 'screens-by-themselves',
      severity: 'error',
      comment: 'What two screens share stands in web/src/parts',
      from: { path: '^web/src/features/([^/]+)/' },
      to: { path: '^web/src/features/', pathNot: '^web/src/features/$1/' },
    },
    {
      name: 'parts-know-no-screen',
      severity: 'error',
      from: { path: '^web/src/parts/' },
      to: { path: '^web/src/(features|app)/' },
    },
    {
      name: 'doors-only',
      severity: 'error',
      comment: 'A core room is entered through its index.ts',
      from: { path: '^(core/src/([^/]+)/|contract|server|web|e2e)', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/src/[^/]+/', pathNot: ['^core/src/$2/', '/index\\.ts$'] },
    },
    only('kit-is-the-floor', core('kit'), []),
    only('music-on-kit', core('music'), ['kit']),
    only('timing-on-music', core('timing'), ['kit', 'music']),
    only('packs-on-music', core('packs'), ['kit', 'music', 'timing', 'mending']),
    only('diagnosis-on-packs', core('diagnosis'), ['kit', 'packs']),
    only('remedy-on-diagnosis', core('remedy'), ['kit', 'packs', 'diagnosis', 'music']),
    only('mending-on-kit', core('mending'), ['kit']),
    only('record-on-all-models', core('record'), [
      'kit',
      'music',
      'timing',
      'packs',
      'diagnosis',
      'remedy',
      'mending',
    ]),
    only('practice-on-the-record', core('practice'), [
      'kit',
      'music',
      'packs',
      'remedy',
      'mending',
      'record',
    ]),
    only('insight-on-the-record', core('insight'), ['kit', 'packs', 'mending', 'record']),
    only('watch-over-the-weeks', core('watch'), [
      'kit',
      'packs',
      'diagnosis',
      'mending',
      'practice',
      'record',
    ]),
    only('seam-draws-the-record', core('seam'), ['kit', 'packs', 'mending', 'record']),
    only('demo-plays-students', core('simulate'), [
      'kit',
      'packs',
      'diagnosis',
      'remedy',
      'mending',
      'record',
    ]),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default'],
      extensions: ['.ts', '.tsx', '.js', '.json'],
    },
  },
}

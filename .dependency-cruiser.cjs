const AREAS = '(people|cold-room|blend|recipes|batches|bench|ledger|devices|calc|demo|today|yields)';

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/src' },
      to: { path: '^(contract|server|web|ops)/|node_modules|^(fs|path|net|http|crypto)$' },
    },
    {
      name: 'facts-are-not-judged',
      comment: 'What is known of a batch stands below what is thought of it, and that below what is shown.',
      severity: 'error',
      from: { path: '^core/src/batch/facts/' },
      to: { path: '^core/src/batch/(judged|shown)/' },
    },
    {
      name: 'judged-is-not-shown',
      severity: 'error',
      from: { path: '^core/src/batch/judged/' },
      to: { path: '^core/src/batch/shown/' },
    },
    {
      name: 'steps-know-no-recipe',
      severity: 'error',
      from: { path: '^core/src/(steps|findings)/' },
      to: { path: '^core/src/(recipe|batch|method)/' },
    },
    {
      name: 'contract-on-core-only',
      severity: 'error',
      from: { path: '^contract/src' },
      to: { path: '^(server|web|ops)/' },
    },
    { name: 'server-not-web', severity: 'error', from: { path: '^server/src' }, to: { path: '^(web|ops)/' } },
    { name: 'web-not-server', severity: 'error', from: { path: '^web/src' }, to: { path: '^(server|ops)/' } },
    {
      name: 'server-areas-through-their-index',
      severity: 'error',
      from: { path: `^server/src/${AREAS}/` },
      to: {
        path: `^server/src/${AREAS}/`,
        pathNot: ['^server/src/$1/', '/index\\.ts$', '^server/src/calc/solver\\.ts$'],
      },
    },
    {
      name: 'only-stores-know-sql',
      comment:
        'Whatever is asked of the database stands in a store, under a name that says what its rows mean.',
      severity: 'error',
      from: { path: '^server/src', pathNot: '^server/src/(platform/|[^/]+/store/)' },
      to: { path: '^server/src/platform/sql\\.ts$|node_modules/mysql2' },
    },
    {
      name: 'web-areas-through-their-index',
      severity: 'error',
      from: { path: `^web/src/areas/${AREAS}/` },
      to: { path: `^web/src/areas/${AREAS}/`, pathNot: ['^web/src/areas/$1/', '/index\\.tsx?$'] },
    },
    {
      name: 'kit-and-ui-know-no-area',
      severity: 'error',
      from: { path: '^web/src/(ui|kit|data)/' },
      to: { path: '^web/src/(areas|root)/' },
    },
    {
      name: 'data-draws-nothing',
      severity: 'error',
      from: { path: '^web/src/data/' },
      to: { path: '^web/src/(ui|kit)/' },
    },
    {
      name: 'areas-know-no-root',
      severity: 'error',
      from: { path: '^web/src/areas/' },
      to: { path: '^web/src/root/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.tests.json' },
    exclude: { path: '(\\.test\\.ts|/dist/)' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js'] },
  },
};

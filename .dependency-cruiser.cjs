const AREAS = '(people|cold-room|blend|recipes|batches|bench|ledger|devices|calc|demo|today|yields)';

module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/src' },
      to: { path: '^(contract|server|web|ops)/|node_modules|^(fs|path|net|http|crypto)$' },
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
      severity: 'error',
      from: {
        path: '^server/src',
        pathNot:
          '(store|record|context|database|migrate|grants|live|commands|post|reservations|accounts|verify|verify-main|create-app|settle|close-step|reverse|accept|cancel|open|main|add-lead)[^/]*\\.ts$|platform|demo',
      },
      to: { path: 'mysql2' },
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

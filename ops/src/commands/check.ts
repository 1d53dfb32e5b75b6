import { run } from '../run.js';
import { ROOT } from '../paths.js';
import { say } from '../say.js';

const STEPS: readonly [what: string, command: string, args: readonly string[]][] = [
  ['Formatting', 'prettier', ['--check', '.', '--log-level', 'warn']],
  ['Lint', 'eslint', ['.', '--max-warnings', '0']],
  ['Types', 'tsc', ['-b']],
  ['Types of the interface', 'tsc', ['-p', 'web', '--noEmit']],
  ['Types of the tests', 'tsc', ['-p', 'tsconfig.tests.json', '--noEmit']],
  [
    'Direction of imports',
    'depcruise',
    [
      'core/src',
      'contract/src',
      'server/src',
      'web/src',
      'ops/src',
      '--config',
      '.dependency-cruiser.cjs',
      '--output-type',
      'err',
    ],
  ],
  ['Unused files and exports', 'knip', []],
];

/** `./zest check`: everything that can be told without running the product. */
export async function check(): Promise<number> {
  let failed = 0;
  for (const [what, command, args] of STEPS) {
    const code = await run('npx', ['--no-install', command, ...args], { cwd: ROOT });
    say(`${code === 0 ? 'ok  ' : 'FAIL'} ${what}`);
    if (code !== 0) failed += 1;
  }
  return failed === 0 ? 0 : 1;
}

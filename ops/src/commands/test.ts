import { readFile, readdir, rm } from 'node:fs/promises';
import path from 'node:path';
import { CHROMIUM, MARIADB, ensurePackages } from '../packages.js';
import { ROOT } from '../paths.js';
import { run } from '../run.js';
import { tempFolder } from '../temp-folder.js';
import { say } from '../say.js';

/** Browser tests as long together as all the others: they run beside them, against a demonstration of their own. */
const APART = ['workbench.spec.ts', 'recipes.spec.ts'];

/** The browser tests in the parts that run beside each other. */
async function browserParts(): Promise<string[][]> {
  const files = (await readdir(path.join(ROOT, 'e2e'))).filter((f) => f.endsWith('.spec.ts'));
  return [files.filter((f) => !APART.includes(f)), APART];
}

/** Whole batches are weighed on scales that settle faster than life. */
function paceOf(files: readonly string[]): Record<string, string> {
  return files === APART ? { ZEST_SCALE_PACE: '4' } : {};
}

interface Tally {
  passed: number;
  failed: number;
}

/**
 * `./zest test`: installs what the tests need, runs the unit, server and browser tests, and ends
 * with one line that counts them all.
 */
export async function test(): Promise<number> {
  await ensurePackages([MARIADB, CHROMIUM]);
  const folder = await tempFolder('test');
  const env = { ...process.env, FORCE_COLOR: '0' };
  try {
    const unit = await unitTests(folder, env);
    // Two browsers fill the cores; a third runner beside them makes all of them slower than one after another.
    const browser = await Promise.all(
      (await browserParts()).map((files, i) => browserTests(files, String(i), folder, env)),
    );
    const parts = [unit, ...browser];
    const passed = parts.reduce((sum, p) => sum + p.passed, 0);
    const failed = parts.reduce((sum, p) => sum + p.failed, 0);
    say(`${passed} passed, ${failed} failed`);
    return failed === 0 ? 0 : 1;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function unitTests(folder: string, env: NodeJS.ProcessEnv): Promise<Tally> {
  const report = path.join(folder, 'unit.json');
  const args = ['vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile.json=${report}`];
  const code = await run('npx', ['--no-install', ...args], { cwd: ROOT, env });
  return readVitest(report, code);
}

async function browserTests(
  files: readonly string[],
  part: string,
  folder: string,
  env: NodeJS.ProcessEnv,
): Promise<Tally> {
  const report = path.join(folder, `browser-${part}.json`);
  const output = path.join(folder, `results-${part}`);
  const args = ['playwright', 'test', '--config', 'e2e/playwright.config.ts', '--output', output, ...files];
  const code = await run('npx', ['--no-install', ...args], {
    cwd: ROOT,
    env: { ...env, ...paceOf(files), PLAYWRIGHT_JSON_OUTPUT_NAME: report },
  });
  return readPlaywright(report, code);
}

async function readVitest(file: string, code: number): Promise<Tally> {
  const report = await readJson<{ numPassedTests: number; numFailedTests: number }>(file);
  return orAtLeastOne(report?.numPassedTests ?? 0, report?.numFailedTests ?? 0, code);
}

async function readPlaywright(file: string, code: number): Promise<Tally> {
  const report = await readJson<{ stats: { expected: number; unexpected: number; flaky: number } }>(file);
  return orAtLeastOne(
    report?.stats.expected ?? 0,
    (report?.stats.unexpected ?? 0) + (report?.stats.flaky ?? 0),
    code,
  );
}

/** A runner that broke before it could count has failed once at least. */
function orAtLeastOne(passed: number, failed: number, code: number): Tally {
  return { passed, failed: code !== 0 ? Math.max(1, failed) : failed };
}

async function readJson<T>(file: string): Promise<T | undefined> {
  try {
    return JSON.parse(await readFile(file, 'utf8')) as T;
  } catch {
    return undefined;
  }
}

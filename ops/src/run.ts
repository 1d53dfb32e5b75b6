import { spawn, type SpawnOptions } from 'node:child_process';
import { Failure } from './say.js';

/** Runs a program to its end with the terminal's own input and output; answers its exit code. */
export function run(command: string, args: readonly string[], options: SpawnOptions = {}): Promise<number> {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: 'inherit', ...options });
    child.once('error', reject);
    child.once('exit', (code, signal) => resolve(signal ? 128 : (code ?? 1)));
  });
}

/** Runs a program quietly; its output is shown only when it fails. */
export function quiet(
  command: string,
  args: readonly string[],
  what: string,
  options: SpawnOptions = {},
): Promise<string> {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { ...options, stdio: ['ignore', 'pipe', 'pipe'] });
    let output = '';
    child.stdout?.on('data', (chunk: Buffer) => (output += chunk.toString()));
    child.stderr?.on('data', (chunk: Buffer) => (output += chunk.toString()));
    child.once('error', (error) => reject(new Failure(`${what} failed: ${error.message}`)));
    child.once('exit', (code) => {
      if (code === 0) resolve(output);
      else reject(new Failure(`${what} failed:\n${headAndTail(output)}`));
    });
  });
}

/** What a failed program said first, which is mostly why, and last. */
function headAndTail(output: string): string {
  const lines = output.split('\n');
  return lines.length <= 30 ? lines.join('\n') : [...lines.slice(0, 15), '…', ...lines.slice(-15)].join('\n');
}

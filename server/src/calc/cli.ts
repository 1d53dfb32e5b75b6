import { text } from 'node:stream/consumers';
import { z } from 'zod';
import { issuesOf } from '@zest/contract';
import { InputError, type InputIssue } from '@zest/core';
import { CALCULATIONS } from './calculations.js';
import { solver } from './solver.js';

/** The calc command: JSON on standard input, JSON on standard output, exit 2 for wrong input. */
async function main(args: readonly string[]): Promise<number> {
  const [name, flag] = args;
  if (name === undefined || name === '--help') {
    process.stdout.write(listing());
    return 0;
  }
  const calculation = Object.hasOwn(CALCULATIONS, name) ? CALCULATIONS[name] : undefined;
  if (!calculation)
    return refuse([
      { path: 'name', message: `There is no calculation called "${name}". ./zest calc lists them.` },
    ]);
  if (flag === '--help') {
    const schema = z.toJSONSchema(calculation.input, { unrepresentable: 'any', io: 'input' });
    process.stdout.write(
      `${JSON.stringify({ name, summary: calculation.summary, input: schema, example: calculation.example }, null, 2)}\n`,
    );
    return 0;
  }
  try {
    const input: unknown = JSON.parse(await text(process.stdin));
    const answer = await calculation.run(input, { solver });
    process.stdout.write(`${JSON.stringify(answer)}\n`);
    return 0;
  } catch (error) {
    if (error instanceof z.ZodError) return refuse(issuesOf(error));
    if (error instanceof InputError) return refuse(error.issues);
    if (error instanceof SyntaxError)
      return refuse([{ path: '', message: 'Standard input must be one JSON object.' }]);
    throw error;
  }
}

function listing(): string {
  return Object.entries(CALCULATIONS)
    .map(([name, { summary }]) => `${name.padEnd(16)}${summary}\n`)
    .join('');
}

function refuse(errors: InputIssue[]): number {
  process.stderr.write(`${JSON.stringify({ errors })}\n`);
  return 2;
}

process.exitCode = await main(process.argv.slice(2));

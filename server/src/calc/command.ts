import { z } from 'zod';
import { issuesOf } from '@zest/contract';
import { InputError, type InputIssue } from '@zest/core';
import { CALCULATIONS } from './calculations.js';
import { solver } from './solver.js';

/** What a command wrote and ended with. */
export interface Output {
  code: number;
  out: string;
  err: string;
}

/**
 * The calc command: one JSON object in, JSON out, code 2 for wrong input.
 *
 * @param read reads all of standard input
 */
export async function calcCommand(args: readonly string[], read: () => Promise<string>): Promise<Output> {
  const [name, flag] = args;
  if (name === undefined || name === '--help') {
    return answered(listing());
  }
  const calculation = Object.hasOwn(CALCULATIONS, name) ? CALCULATIONS[name] : undefined;
  if (!calculation)
    return refuse([
      { path: 'name', message: `There is no calculation called "${name}". ./zest calc lists them.` },
    ]);
  if (flag === '--help') {
    const schema = z.toJSONSchema(calculation.input, { unrepresentable: 'any', io: 'input' });
    const { summary, example } = calculation;
    return answered(`${JSON.stringify({ name, summary, input: schema, example }, null, 2)}\n`);
  }
  try {
    const input: unknown = JSON.parse(await read());
    return answered(`${JSON.stringify(await calculation.run(input, { solver }))}\n`);
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

function answered(out: string): Output {
  return { code: 0, out, err: '' };
}

function refuse(errors: InputIssue[]): Output {
  return { code: 2, out: '', err: `${JSON.stringify({ errors })}\n` };
}

import { spawn } from 'node:child_process';
import { text } from 'node:stream/consumers';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { CALCULATIONS } from '../src/calc/calculations.js';
import { calcCommand, type Output } from '../src/calc/command.js';
import { solver } from '../src/calc/solver.js';

const CLI = path.join(fileURLToPath(new URL('../..', import.meta.url)), 'server/dist/calc/cli.js');

/** Runs the command as the shell would. */
async function shell(args: readonly string[], input = ''): Promise<Output> {
  const child = spawn(process.execPath, [CLI, ...args], { stdio: ['pipe', 'pipe', 'pipe'] });
  const ended = new Promise<number>((resolve) => child.once('exit', (code) => resolve(code ?? -1)));
  child.stdin.end(input);
  const [out, err] = await Promise.all([text(child.stdout), text(child.stderr)]);
  return { code: await ended, out, err };
}

const calc = (args: readonly string[], input = '') => calcCommand(args, () => Promise.resolve(input));

describe('the calc command', () => {
  it('is in the shell what it is here: an answer, a refusal and its code', async () => {
    for (const [args, input] of [
      [['plan'], JSON.stringify(CALCULATIONS['plan']?.example)],
      [['convert'], '{"text":"1,250 g"}'],
    ] as const) {
      expect(await shell(args, input)).toEqual(await calc(args, input));
    }
  });

  it('lists every calculation', async () => {
    const { code, out } = await calc([]);
    expect(code).toBe(0);
    expect(out.trim().split('\n')).toHaveLength(Object.keys(CALCULATIONS).length);
  });

  it.each(['convert', 'plan', 'dose'])('%s prints its schema and example on --help', async (name) => {
    const { code, out } = await calc([name, '--help']);
    expect(code).toBe(0);
    const help = JSON.parse(out) as { example: object; input: { type: string } };
    expect(help.input.type).toBe('object');
    expect(help.example).toEqual(CALCULATIONS[name]?.example);
  });

  it.each(Object.keys(CALCULATIONS))('%s answers its own example', async (name) => {
    const { code, out, err } = await calc([name], JSON.stringify(CALCULATIONS[name]?.example));
    expect([code, err]).toEqual([0, '']);
    expect(Object.keys(JSON.parse(out) as object)).not.toEqual([]);
  });

  it.each<[string, string, string, string]>([
    ['convert', '{"text":"1,250 g"}', 'text', 'can be read as 1.250 or as 1250'],
    [
      'plan',
      '{"batchKg":10,"window":{"minPct":20,"maxPct":30},"trims":[{"id":"a","fatPct":20,"pricePerKg":1,"availableKg":20},{"id":"b","fatPct":140,"pricePerKg":1,"availableKg":5}]}',
      'trims[1].fatPct',
      'from 0 to 100',
    ],
    [
      'plan',
      '{"batchKg":10,"window":{"minPct":20,"maxPct":30},"trims":[{"id":"a","pricePerKg":1,"availableKg":20}]}',
      'trims[0].fatPct',
      'missing',
    ],
    [
      'scale',
      '{"meatKg":5,"lines":[{"name":"salt","dose":{"gPerKgMeat":16}},{"name":"x","dose":{"spoons":2}}]}',
      'lines[1].dose',
      '',
    ],
    ['gate', '{"kind":"boil","facts":{"inMg":1}}', 'kind', 'kind must be one of chill'],
    [
      'gate',
      '{"kind":"grind","parameters":{"plateMm":900},"facts":{"inMg":1}}',
      'parameters.plateMm',
      'Plate must be from',
    ],
    ['check-recipe', '{"book":"eu","file":{"format":"x"}}', 'file.format', 'zest-tally/recipe'],
    ['nitrite', '{"cureG":1,"nitritePct":6,"meatKg":1,"book":"uk"}', 'mixKg', 'mix weight'],
    ['nitrite', '{"cureG":1,"nitritePct":6,"meatKg":1,"book":"mars"}', 'book', 'us, ca, eu or uk'],
    [
      'yield',
      '{"accounts":{},"meatBlock":[],"transfers":[{"from":"a","to":"b","massMg":5}]}',
      'transfers[0].from',
      'no account',
    ],
  ])('%s refuses %s at %s', async (name, input, at, words) => {
    const { code, out, err } = await calc([name], input);
    expect([code, out]).toEqual([2, '']);
    const { errors } = JSON.parse(err) as { errors: { path: string; message: string }[] };
    expect(errors[0]?.path).toBe(at);
    expect(errors[0]?.message).toContain(words);
  });

  it('refuses an unknown name and text that is no JSON, and answers an impossible plan', async () => {
    expect((await calc(['sausage'])).code).toBe(2);
    expect((await calc(['convert'], '{"text":')).err).toContain('one JSON object');
    const impossible = await calc(
      ['plan'],
      '{"batchKg":10,"window":{"minPct":20,"maxPct":30},"trims":[{"id":"a","fatPct":50,"pricePerKg":1,"availableKg":20}]}',
    );
    expect(impossible.code).toBe(0);
    expect(JSON.parse(impossible.out)).toMatchObject({
      status: 'infeasible',
      reasons: [{ rule: 'window.maxPct' }],
    });
  });

  it('says what a plan uses in kilograms', async () => {
    const answer = (await CALCULATIONS['plan']!.run(CALCULATIONS['plan']!.example, { solver })) as {
      uses: { massKg: number; massMg: number }[];
    };
    expect(answer.uses.reduce((sum, u) => sum + u.massKg, 0)).toBeCloseTo(10, 6);
    for (const use of answer.uses) expect(use.massKg * 1e6).toBeCloseTo(use.massMg, 3);
  });

  it('judges a recipe file and a step as the product does', async () => {
    const run = (name: string, input: object) => CALCULATIONS[name]!.run(input, { solver });
    const { example } = CALCULATIONS['check-recipe']! as unknown as {
      example: { file: { document: { state: string } }; book: string };
    };
    expect(await run('check-recipe', example)).toMatchObject({ publishable: true });
    const dried = { ...example.file, document: { ...example.file.document, state: 'dried' } };
    expect(await run('check-recipe', { ...example, file: dried })).toMatchObject({ publishable: false });
    const mix = { kind: 'mix', parameters: { minMinutes: 4, mixedBy: 'hand' } };
    const readings = [
      { kind: 'minutes', value: 12 },
      { kind: 'tack', value: 1 },
    ];
    const facts = { inMg: 9_000_000, readings, marks: [{ kind: 'ready' }] };
    expect(await run('gate', { ...mix, facts })).toEqual({ missing: [] });
    expect(await run('gate', { ...mix, facts: { ...facts, cured: true } })).toMatchObject({
      missing: [{ what: 'addition' }],
    });
    expect(await run('gate', { ...mix, facts: { ...facts, marks: [] } })).toMatchObject({
      missing: [{ what: 'ready' }],
    });
  });
});

import { Failure } from './say.js';

const COMMANDS: Record<string, (args: readonly string[]) => Promise<number>> = {
  demo: async () => (await import('./commands/serve.js')).demo(),
  practice: async () => (await import('./commands/serve.js')).practice(),
  start: async (args) => (await import('./commands/serve.js')).start(args),
  test: async () => (await import('./commands/test.js')).test(),
  check: async () => (await import('./commands/check.js')).check(),
  bench: async (args) => (await import('./commands/bench.js')).bench(args),
  service: async (args) => (await import('./commands/service.js')).service(args),
  people: async (args) => (await import('./commands/people.js')).people(args),
  tablets: async (args) => (await import('./commands/tablets.js')).tablets(args),
  db: async (args) => (await import('./commands/data.js')).db(args),
  backup: async (args) => (await import('./commands/data.js')).backup(args),
  restore: async (args) => (await import('./commands/data.js')).restore(args),
};

const [name = '', ...args] = process.argv.slice(2);
const command = COMMANDS[name];
try {
  if (!command)
    throw new Failure(`There is no command "${name}". There are: ${Object.keys(COMMANDS).join(', ')}, calc.`);
  process.exitCode = await command(args);
} catch (error) {
  const known = error instanceof Failure;
  process.stderr.write(
    known
      ? `${error.message}\n`
      : `Something unforeseen went wrong: ${error instanceof Error ? error.message : String(error)}\n`,
  );
  process.exit(1);
}

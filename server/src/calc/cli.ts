import { text } from 'node:stream/consumers';
import { calcCommand } from './command.js';

const { code, out, err } = await calcCommand(process.argv.slice(2), () => text(process.stdin));
process.stdout.write(out);
process.stderr.write(err);
process.exitCode = code;

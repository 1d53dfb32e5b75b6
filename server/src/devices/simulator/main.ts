import { startScaleProgram } from './program.js';

const port = Number(process.env['ZEST_SCALE_PORT']);
if (!Number.isInteger(port) || port <= 0) {
  process.stderr.write('ZEST_SCALE_PORT must name the first of four free ports.\n');
  process.exit(1);
}
const stop = await startScaleProgram(
  port,
  Number(process.env['ZEST_SCALE_SEED'] ?? '1'),
  Number(process.env['ZEST_SCALE_PACE'] ?? '1'),
);
for (const event of ['SIGINT', 'SIGTERM', 'disconnect']) {
  process.on(event, () => {
    stop();
    process.exit(0);
  });
}

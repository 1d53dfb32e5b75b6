import { readConfig } from '../platform/config.js';
import { startApplication } from './start.js';

/** How often it says that it still answers. */
const BEAT_MS = 2_000;

try {
  const running = await startApplication(readConfig(process.env));
  process.send?.({ ready: true, port: running.port });
  // Whoever started it hears that it still turns; one that hangs is started anew.
  setInterval(() => process.send?.({ beat: true }), BEAT_MS).unref();
  const stop = () => void running.stop().then(() => process.exit(0));
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
  process.once('disconnect', stop);
} catch (error) {
  process.stderr.write(
    `The application could not start: ${error instanceof Error ? error.message : String(error)}\n`,
  );
  // What it has begun – its database, its devices – would keep it alive, and whoever started it waiting.
  process.exit(1);
}

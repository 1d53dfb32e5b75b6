import path from 'node:path';
import { freePorts } from '../database/free-port.js';
import { ROOT } from '../paths.js';
import { run } from '../run.js';
import { openShop, type Shop } from '../shop.js';

/**
 * The demonstration on throw-away data and a free port, for measurements.
 *
 * @param surroundings what its programs find in their environment besides the usual
 */
export async function throwawayDemo(folder: string, surroundings: NodeJS.ProcessEnv = {}): Promise<Shop> {
  return openShop({
    folder,
    surroundings,
    demo: true,
    quiet: true,
    port: await freePorts(),
    prepare: async (env) => {
      await run(process.execPath, [path.join(ROOT, 'server/dist/demo/main.js')], { env });
    },
  });
}

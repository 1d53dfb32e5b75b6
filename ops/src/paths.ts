import { fileURLToPath } from 'node:url';
import path from 'node:path';

/** Root of the checkout. */
export const ROOT = fileURLToPath(new URL('../../', import.meta.url)).replace(/\/$/, '');
/** Where one installation keeps everything that is not code. */
export const DATA = path.resolve(process.env['ZEST_DATA'] ?? path.join(ROOT, '.zest'));
export const SERVER_MAIN = path.join(ROOT, 'server/dist/app/main.js');
export const SCALES_MAIN = path.join(ROOT, 'server/dist/devices/simulator/main.js');
export const WEB_ROOT = path.join(ROOT, 'web/dist');

export { makeBackup } from './backup/make.js';
export { restoreBackup } from './backup/restore.js';
export { freePorts } from './database/free-port.js';
export { APP, startPrivateServer, type PrivateServer } from './database/private-server.js';
export { ensurePackages, findProgram, CHROMIUM, MARIADB } from './packages.js';
export { ROOT, SCALES_MAIN, SERVER_MAIN, WEB_ROOT } from './paths.js';
export { Failure } from './say.js';
export { tempFolder } from './temp-folder.js';

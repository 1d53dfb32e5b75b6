export { peopleRoutes } from './routes.js';
export { tabletRoutes } from './tablet-routes.js';
export {
  deviceOf,
  fromOf,
  mustMatchSecret,
  readSession,
  sessionKey,
  wasSignedIn,
} from './commands/sessions.js';
export { insert as addPerson } from './store/members.js';
export type { From } from './commands/sessions.js';

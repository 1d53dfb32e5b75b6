export { peopleRoutes } from './routes.js';
export { tabletRoutes } from './tablet-routes.js';
export {
  deviceKey,
  deviceOf,
  forgetPerson,
  fromOf,
  mustMatchSecret,
  readSession,
  sessionKey,
  wasSignedIn,
} from './commands/sessions.js';
export { waitedSince } from './commands/contact.js';
export { mustMaySign } from './commands/may-sign.js';
export { insert as addPerson } from './store/members.js';
export { setPreferences } from './store/people.js';
export type { From } from './commands/sessions.js';

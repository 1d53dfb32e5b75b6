export { peopleRoutes } from './routes.js';
export { deviceOf, mustMatchSecret, readSession, sessionKey, wasSignedIn } from './commands/sessions.js';
export { insert as addPerson } from './store/members.js';

export { peopleRoutes } from './routes.js';
export { deviceOf, mustMatchSecret, readSession, sessionKey, wasSignedIn } from './commands/sessions.js';
export { addPerson } from './store/people.js';

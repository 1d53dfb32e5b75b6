export { peopleRoutes } from './routes.js';
export { mustMatchSecret, readSession } from './commands/sessions.js';
export { addPerson } from './store/people.js';

export { peopleRoutes } from './routes.js';
export { readSession } from './sessions.js';
export { addPerson } from './store.js';

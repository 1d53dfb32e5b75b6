export { peopleRoutes } from './routes.js';
export { mustMatchSecret, readSession } from './sessions.js';
export { addPerson } from './store/people.js';

export { recordRoutes } from './routes.js';

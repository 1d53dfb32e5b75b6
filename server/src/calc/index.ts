export { calcRoutes } from './routes.js';

export { startApplication, type Running } from './app/start.js';

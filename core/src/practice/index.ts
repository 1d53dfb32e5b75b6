export * from './script.js';

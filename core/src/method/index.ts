export { checkMethod, stateByMethod, stateWith } from './agree.js';
export { SCHOOLS } from './schools.js';
export type { School } from './school.js';
export { METHOD_TEMPLATES, type MethodTemplate } from './templates.js';

export { COUNTRIES, countryOf, isCurrency, type Country } from './countries.js';
export { judgeCondition, type ConditionFinding, type Measured } from './condition.js';
export {
  MACHINE_KINDS,
  USUAL_MACHINES,
  machineKind,
  machinesOf,
  mostHeldKg,
  sizesOf,
  startingCapacities,
  type Machine,
  type MachineKind,
} from './machines.js';

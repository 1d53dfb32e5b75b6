export { isCure } from './cure.js';
export { describeMixture, type MixtureAnswer } from './describe.js';
export { goneMg, labelPartsOf } from './declare.js';
export {
  BASES,
  SLACK,
  allergensOf,
  basisMg,
  everySpecies,
  fatSdOf,
  fractionOf,
  gPerKgOf,
  carriesParasites,
  ownersOf,
  pctOf,
  ppmOf,
  speciesOf,
  unstatedIn,
  worthPerKg,
  type Basis,
} from './figures.js';
export { keptMatter, toKept, type KeptMatter } from './kept.js';
export {
  LOSS_WAYS,
  NOTHING,
  heated,
  join,
  joinAll,
  lose,
  resized,
  take,
  type LossWay,
  type Matter,
  type Origin,
  type OriginFacts,
  type Worst,
} from './matter.js';
export { casingMatter } from './of-casing.js';
export { ingredientMatter, type LineStuff } from './of-ingredient.js';
export { meatMatter, type MeatLot } from './of-meat.js';
export { PARTS, PART_NAMES, type PartName, type Parts } from './parts.js';

export { type Check, type CheckContext, type Finding, type Fix, type Result, type Sensitivity, type Status } from './finding';
export { wantOf } from './concessions';
export { conversionFindings, conversionsOf } from './conversions';
export { fixesFor } from './fixes';
export { measureNext, type NextMeasurement } from './measure-next';
export { CHECKS } from './registry';
export { findingsOf, resultId, resultsIn, statusOf, toleranceKey, worstFirst, type Tolerances } from './run';
export { settlingTurns } from './settling';
export { allTolerances, tolerancesOf } from './tolerance';

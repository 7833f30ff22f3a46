export { heldUp, lidHardware, lidsOf, strutsOf, type HeldUp, type Lid } from './lids';
export { GRAVITY } from './loads';
export { loadIn, missingWeights, shiftsFor, type Load, type Standing, type Weighed } from './weight';
export { strengthIn, type MemberStrength, type Passed, type Sag, type Strength, type Stress } from './strength';
export { handForces, STRUT_AT, strutWay } from './struts';

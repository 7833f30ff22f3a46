export { GRAVITY } from './loads';
export { loadIn, missingWeights, shiftsFor, type Load, type Standing, type Weighed } from './weight';
export { strengthIn, type MemberStrength, type Sag, type Strength, type Stress } from './strength';

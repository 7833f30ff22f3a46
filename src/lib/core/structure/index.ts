export { GRAVITY } from './loads';
export { loadIn, type Load, type Weighed } from './weight';
export { strengthIn, type MemberStrength, type Sag, type Strength, type Stress } from './strength';

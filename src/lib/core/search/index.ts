export { roomOfAll, type Berth, type BerthRoom, type RoofOver } from './berth';
export { find, finding, type FindProgress, type Found } from './find';
export { groundOf, startingBrief, type Ground } from './ground';
export { type SeatPlan } from './seat-plans';
export { takeLayout } from './layout';
export { MECHANISMS, type Mechanism } from './mechanisms';
export { judged } from './outcome';
export type { Advice, Miss } from './misses';
export { SolidVerifier } from './verify';

export { roomOf, type Berth, type BerthRoom, type RoofOver } from './berth';
export { find, finding, type FindProgress, type Found } from './find';
export { groundOf, modeFor, startingBrief, type Ground } from './ground';
export { takeLayout, type Facts } from './layout';
export { MECHANISMS, type Mechanism } from './mechanisms';
export { judged } from './outcome';
export type { Advice, Miss } from './misses';

export { connectionsOf } from './connection';
export type { Connection, Fastener } from './fastener';
export { holesByPart, type Hole } from './drilling';
export { glueOf, joinHardware } from './hardware';
export { looseIn } from './loose';

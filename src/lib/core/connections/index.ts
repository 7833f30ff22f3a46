export { behind, driverAt, driversOf } from './access';
export { bodiesOf, boxOfPart } from './bodies';
export { connectionsOf } from './connection';
export type { Connection, Fastener } from './fastener';
export { holesByPart, type Hole } from './drilling';
export { glueOf, joinHardware } from './hardware';
export { looseIn } from './loose';
export type { Boxed } from './seams';

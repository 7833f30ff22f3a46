export { connectionsOf, type Connection, type Fastener } from './connection';
export { holesByPart, type Hole } from './drilling';
export { glueOf, joinHardware } from './hardware';
export { looseIn } from './loose';

export { compartmentsIn, emptyCompartments, type Compartment } from './compartments';
export { apartBecause, itemsOf, pressingUse, type Item } from './loads';
export { stowedSoon, taskOf, type Stowage } from './stow';
export type { Place, Reached, Shelf } from './place';
export { stowingFor, stowingOf, TRIES, type Stowing } from './stowage';
export { fetchedOf, fetchedStatus, type Fetched } from './fetching';
export type { Remark } from './remarks';
export { freeAll, freeOne, keepAll, putAt, type Seen } from './pinning';
export { gearCsv, readGearTable, type ReadTable } from './gear-table';

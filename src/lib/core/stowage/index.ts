export { compartmentsIn, emptyCompartments, type Compartment } from './compartments';
export { apartBecause, itemsOf, type Item } from './loads';
export { stowedSoon, taskOf, type Stowage } from './stow';
export type { Place, Reached, Shelf } from './place';
export { stowingOf, travelMode, type Stowing } from './stowage';
export type { Remark } from './remarks';
export { freeAll, freeOne, keepAll, putAt, type Seen } from './pinning';
export { gearCsv, readGearTable, type ReadTable } from './gear-table';

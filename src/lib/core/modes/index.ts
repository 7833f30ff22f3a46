export * from '../pieces/placing';
export * from './scene';
export { firmParts, ownedSolids, solidOf, solidsOf } from './solids';

export * from '../pieces/placing';
export * from './scene';
export { firmParts, solidOf, solidsOf } from './solids';

export * from './scene';
export { firmParts, solidOf, solidsOf, type NamedSolid, type NamedThing } from './solids';

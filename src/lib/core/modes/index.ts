export * from './scene';
export { solidOf, solidsOf, type NamedSolid, type NamedThing } from './solids';

export * from './scene';
export { solidsOf, type NamedSolid, type NamedThing } from './solids';

export * from './scene';
export { solidsOf, type NamedSolid } from './solids';

export { type Kernel } from './grid';
export { boxSolid, freeSpace } from './free-space';
export { prism } from './things';
export { meshOf, movableThings, sceneModel, type Mesh, type Model, type ModelLine, type ModelThing } from './model';
export { LastSurround } from './surround';
export { Surround, worstOverlap, type Verdict } from './verdict';

export { annotated, frameOn, INK } from './annotate';
export { crossSection, longSection, viewFromAbove, type Drawn } from './draw';
export { project, type Dimension, type Shape, type ShapeKind, type View, type ViewName } from './shape';
export { dragParameter, heightSnaps, movedIn, snapsOf, snapTo, stepAlong, type Direction, type DragStep, type Snap } from './snaps';
export { tapeOf, type Tape } from './tape';

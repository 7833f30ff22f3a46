export { fitted, reachedAlways, slidingDepth } from './bays';
export { FILLS, FRONT_GAP, RUNNERS, SHUT, opening, together, type Bay, type Carcase, type Fill, type Fitted, type Sheet } from './carcase';
export { baysIn, levelBoard, shell, type Shell } from './shell';
export { carcaseParams, OPENS, usesOf } from './params';

export { fitted, reachedAlways } from './bays';
export { FRONT_GAP, opening, SHUT, together, type Bay, type Carcase, type Fitted, type Sheet } from './carcase';
export { baysIn, levelBoard, shell, type Shell } from './shell';
export { usesOf } from './params';

export { gridSolid, meshSolid, type Kernel } from './grid';
export { boxSolid, freeSpace } from './free-space';
export { padSolid, partSolid, prism, seatSolids } from './things';
export { Surround, type Verdict } from './verdict';

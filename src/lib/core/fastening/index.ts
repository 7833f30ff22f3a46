export { fastenedBy, fasteningHardware, holesIn, outOf, type Fastened } from './fastened';
export { mustBeHeld, travellingMass } from './load';
export { proposeFastenings } from './propose';
export { brakingForce, DRILL_CLEAR, FEWEST, G, needed, WAYS } from './ways';

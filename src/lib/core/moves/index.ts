export { DOOR_SECONDS, withBestDoor, type Action, type Opened } from './actions';
export { arrangementOf, seatAt, type Arrangement } from './arrangement';
export { handling } from './carry';
export { convert, type Block, type Conversion } from './convert';
export { motionOf, movesOf } from './motion';
export { quickest, type Edge, type Search } from './quickest';
export { intoState, reachIn, type IntoState, type Reach } from './reach';
export { sceneDuring } from './rehearse';
export {
	closer,
	FREE,
	roomInVehicle,
	sweepInVehicle,
	sweepNear,
	sweepPastPiece,
	sweepPastFixtures,
	sweepPastOwn,
	sweepsWithin,
	TOUCH,
	type Sweep
} from './sweep';
export type { Motion } from './track';
export { unblock, unblocking, type Unblocking } from './unblock';
export { actionAt, timelineOf, type Moment } from './timeline';

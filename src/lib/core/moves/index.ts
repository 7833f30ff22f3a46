export type { Action } from './actions';
export { arrangementOf, type Arrangement } from './arrangement';
export { convert, type Block, type Conversion } from './convert';
export { motionOf, movesOf } from './motion';
export { quickest, type Edge, type Search } from './quickest';
export { reachIn, type Reach } from './reach';
export { sceneDuring } from './rehearse';
export { sweepInVehicle, sweepPastPiece, sweepPastSeat, sweepPastThings, TOUCH, type Motion, type Sweep } from './sweep';
export { unblock, type Unblocking } from './unblock';

export { convert, sceneDuring, type Action, type Arrangement, type Block, type Conversion } from './convert';
export { quickest, type Edge, type Search } from './quickest';
export { sweepLink, sweepSeat, type Standing, type Sweep } from './sweep';

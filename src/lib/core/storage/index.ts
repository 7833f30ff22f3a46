export { loadRoom } from './load-room';
export { leftOut, packBest, type Packed, type Packing } from './packing';
export { clearBoxes, litres, litresOf, stow, type Stowing } from './spaces';

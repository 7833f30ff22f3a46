export { loadRoom } from './load-room';
export { clearBoxes, litres, litresOf, stow, type Stowing } from './spaces';

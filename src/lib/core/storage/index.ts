export { clearBoxes, litres, stow, type Stowing } from './spaces';

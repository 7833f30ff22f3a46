export { clearBoxes, litres, litresOf, stow, type Stowing } from './spaces';

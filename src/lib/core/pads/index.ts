export { folded, roundMattress, sheetFor, type Mattress } from './bought';
export { padPlans, type PadPlan } from './solve';
export { backShort, stripsFor, type PadWish, type Strip } from './strips';
export { cushionsOf, type PieceCushions } from './wishes';

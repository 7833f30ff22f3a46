export { bearersAt, groundAt, vehicleBearersAt } from './bearers';
export { bodiesIn, NO_ANIMALS, roomBetween, type Body, type BodyOf } from './bodies';

export { bearersAt, groundAt, vehicleBearersAt } from './bearers';
export { bodiesIn, roomBetween, type Body, type BodyOf } from './bodies';

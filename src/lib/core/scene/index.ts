export { bodiesIn, roomBetween, type Body, type BodyOf } from './bodies';

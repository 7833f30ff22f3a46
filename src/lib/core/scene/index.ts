export { bodiesIn, ownerOf, roomBetween, type Body, type BodyOf } from './bodies';

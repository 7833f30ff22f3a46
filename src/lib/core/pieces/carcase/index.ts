export { SHUT } from './carcase';
export { furnished, sheetsOf } from './furnished';
export { usesOf } from './params';
export { baysIn, type Shell } from './shell';

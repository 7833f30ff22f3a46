export { boxOf, cuboidOf, overlap, sharedWithAll, volumeOf, within, type Cuboid, type Size } from './cuboid';
export { filling, type Filled, type Kind } from './fill';
export { Hold, type Standing } from './hold';

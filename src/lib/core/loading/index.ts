export { boxOf, cuboidOf, overlap, volumeOf, within, type Cuboid, type Size } from './cuboid';
export { filling, type Filled, type Kind } from './fill';
export { Hold, type Standing } from './hold';

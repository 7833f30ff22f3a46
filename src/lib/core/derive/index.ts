export { assemblyOf, builtAnew, interiorOf, inVariedVehicle, pieceIn, sceneOf } from './scene';
export { apart, madeOf } from './design';

export { assemblyOf, builtAnew, interiorOf, inVariedVehicle, pieceIn, sceneOf } from './scene';

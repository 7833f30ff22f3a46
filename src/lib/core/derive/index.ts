export { assemblyOf, interiorOf, inVariedVehicle, pieceIn, sceneOf } from './scene';

export { assemblyOf, interiorOf, pieceIn, sceneOf } from './scene';

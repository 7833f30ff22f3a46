export { assemblyOf, fieldOf, interiorOf, sceneOf } from './scene';

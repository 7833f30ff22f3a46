export { assemblyOf, interiorOf, sceneOf } from './scene';

export { remember } from './remember';
export { assemblyOf, fieldOf, interiorOf, sceneOf } from './scene';

export * from './scene';

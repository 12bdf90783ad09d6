export * from './remember';

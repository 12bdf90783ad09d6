export * from './answers';
export * from './evaluate';
export * from './evaluation';
export * from './guesses';
export * from './pilePicture';
export * from './verdict';
export * from './windowPicture';
export type * from './wireView';
export * from './proposals';

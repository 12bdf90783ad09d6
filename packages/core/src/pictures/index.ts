export * from './clipPicture';
export * from './curvesPicture';
export * from './darkPicture';
export * from './fieldPicture';
export * from './lifePicture';
export * from './pileSearch';
export * from './skyPicture';
export * from './usesPicture';

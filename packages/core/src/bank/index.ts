export * from './bank';
export * from './busChoices';
export * from './chemistries';
export * from './dayWalk';
export * from './home';
export * from './life';
export * from './packing';
export * from './rainflow';

export * from './issuePlace';
export * from './placeWords';
export * from './routineFault';
export * from './schemaFault';
export * from './screenFault';
export * from './validate';

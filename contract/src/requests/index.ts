export * from './session';
export * from './vehicle';
export * from './job';
export * from './gauge';
export * from './part';
export * from './supplier';
export * from './practice';

export * from './session';
export * from './customer';
export * from './vehicle';
export * from './job';
export * from './gauge';
export * from './part';
export * from './supplier';
export * from './practice';

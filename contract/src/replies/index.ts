export * from './session';
export * from './vehicle';
export * from './job';
export * from './gauge';
export * from './learning';
export * from './part';
export * from './found';
export * from './supplier';

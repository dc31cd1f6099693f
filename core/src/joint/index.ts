export * from './words';
export * from './axle';
export * from './fastener';
export * from './checks';
export * from './standard-points';
export * from './states';

export * from './solve';
export * from './vec3';
export * from './cholesky';
export * from './banded';
export * from './chance';
export * from './median';
export * from './least-squares';
export * from './hermite';

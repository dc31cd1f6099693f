export * from './modes';
export * from './like';
export * from './wav';
export * from './wav-read';
export * from './spectrum';
export * from './impacts';
export * from './recording';
export * from './read-recording';

export * from './thread';
export * from './hex';
export * from './interchange';

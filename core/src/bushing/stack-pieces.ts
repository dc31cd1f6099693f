/** Pieces of a bolt-through link from its head to its nut. By themselves: the tape knows them, and not how a stack is judged. */
export const STACK_PIECES = ['head', 'washer', 'grommet', 'arm', 'sleeve', 'bar', 'nut'] as const;
export type StackPiece = (typeof STACK_PIECES)[number];

/*
 * The list that ships, and how a list is read: outside core's index, because whoever only reads a vehicle's case needs neither.
 */
export * from './read';

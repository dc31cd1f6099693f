import { ROD, type LinkKindSpec } from './link-kind';

/** A pressed bushing at one end, a ball stud at the other. */
export const studAndBushing: LinkKindSpec = {
  name: ['ball stud and bushing', 'ball stud and bush'],
  ends: { upper: 'pressed bushing', lower: 'ball stud' },
  oneBolt: false,
  body: ROD,
  drawn: 'rod',
};

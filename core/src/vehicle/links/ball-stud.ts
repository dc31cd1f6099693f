import { ROD, type LinkKindSpec } from './link-kind';

/** A ball stud at each end. */
export const ballStud: LinkKindSpec = {
  name: 'ball studs',
  ends: { upper: 'ball stud', lower: 'ball stud' },
  oneBolt: false,
  body: ROD,
  drawn: 'rod',
};

import { ROD, type LinkKindSpec } from './link-kind';

/** A rod with a plain threaded stud at each end, through grommets and dished washers: a nut at each end. */
export const headlessStud: LinkKindSpec = {
  name: 'headless studs in grommets',
  ends: { upper: 'headless stud', lower: 'headless stud' },
  oneBolt: false,
  body: ROD,
  drawn: 'stack',
};

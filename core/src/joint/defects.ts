/**
 * What is seen at a joint, and how bad it is: `watch` is graded and listed apart, `bad` makes the joint
 * loose (or dangerous, where the joint is), `dangerous` is so at whatever joint: a parted link or bar
 * swings into hoses and tyres (common practice, no source).
 */
const GRADES = {
  'boot torn': 'watch',
  'rubber perished': 'watch',
  'grommet cracked': 'watch',
  'bolt wasted': 'bad',
  'rusted through': 'bad',
  'oil leak': 'watch',
  cracked: 'bad',
  broken: 'bad',
  bent: 'watch',
  rubbing: 'watch',
  'close to parting': 'dangerous',
  'bracket bolt loose': 'bad',
  'bar cracked': 'bad',
  'bar broken': 'dangerous',
  'seat worn': 'watch',
  'splines worn': 'bad',
  'front bushing worn': 'bad',
  'rear bushing worn': 'bad',
} as const satisfies Record<string, 'watch' | 'bad' | 'dangerous'>;

export type Defect = keyof typeof GRADES;
export const DEFECTS = Object.keys(GRADES) as readonly Defect[] as readonly [Defect, ...Defect[]];
export const defectGrade = (d: Defect): (typeof GRADES)[Defect] => GRADES[d];

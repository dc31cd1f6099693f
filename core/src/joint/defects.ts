/** How bad it is: `watch` is graded and listed apart, `bad` makes the joint loose (or dangerous, where the joint is), `dangerous` is so at whatever joint: a parted link or bar swings into hoses and tyres. */
type DefectGrade = 'watch' | 'bad' | 'dangerous';

interface DefectSpec {
  readonly grade: DefectGrade;
  /** What comes of it when it is left, as a customer is told. */
  readonly left: string;
}

/** What is seen at a joint, how bad it is and what comes of it (common practice, no source). */
const SPECS = {
  'boot torn': { grade: 'watch', left: 'water and dirt get in, and the joint wears out soon' },
  'rubber perished': { grade: 'watch', left: 'the rubber goes on cracking until it lets go' },
  'grommet cracked': { grade: 'watch', left: 'the grommet goes on cracking until it falls out' },
  'bolt wasted': { grade: 'bad', left: 'the bolt may break' },
  'rusted through': { grade: 'bad', left: 'it may come away' },
  'oil leak': { grade: 'watch', left: 'the damper holds the wheel to the road less and less' },
  cracked: { grade: 'bad', left: 'it may break' },
  broken: { grade: 'bad', left: 'it holds nothing' },
  bent: { grade: 'watch', left: 'what it holds is not where it should be' },
  rubbing: { grade: 'watch', left: 'it wears through what it touches' },
  'close to parting': { grade: 'dangerous', left: 'it may come apart on the road' },
  'bracket bolt loose': { grade: 'bad', left: 'the bracket may come away' },
  'bar cracked': { grade: 'bad', left: 'the bar may break' },
  'bar broken': { grade: 'dangerous', left: 'its loose end may swing into hoses and tyres' },
  'seat worn': { grade: 'watch', left: 'a new bushing has less to hold on to' },
  'splines worn': { grade: 'bad', left: 'the arm may slip on the bar' },
  'front bushing worn': { grade: 'bad', left: 'the wheel moves fore and aft, and wears its tyre' },
  'rear bushing worn': { grade: 'bad', left: 'the wheel moves fore and aft, and wears its tyre' },
} as const satisfies Record<string, DefectSpec>;

export type Defect = keyof typeof SPECS;
export const DEFECTS = Object.keys(SPECS) as readonly Defect[] as readonly [Defect, ...Defect[]];
export const defectGrade = (d: Defect): DefectGrade => SPECS[d].grade;
/** What comes of it when it is left: "water and dirt get in, and the joint wears out soon". */
export const defectLeft = (d: Defect): string => SPECS[d].left;

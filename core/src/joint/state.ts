export const JOINT_STATES = ['not looked at', 'sound', 'can’t tell yet', 'watch', 'loose', 'dangerous'] as const;
export type JointState = (typeof JOINT_STATES)[number];

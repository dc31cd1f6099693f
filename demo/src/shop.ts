import type { Role, YardRules } from '@ash-knot/core';

/** Everything here is invented, the PINs too: the demo is for trying the program, not for a real yard. */
export const SHOP = {
  name: 'Skerrow Island Yard',
  notice: 'Parts on the 11:40 and the 16:05 ferry',
  bays: ['Bay 1', 'Bay 2', 'Bay 3', 'Bay 4', 'Bench PC'],
} as const;

export const RULES: YardRules = {
  dialect: 'sway bar',
  driverSide: 'right',
  verdictThreshold: 0.6,
  playLimits: {
    'frame-bushing': { limitMm: 0.5, owner: 'shop rule' },
    'arm-bushings': { limitMm: 1.5, owner: 'shop rule' },
    'upper-arm-bushings': { limitMm: 1.5, owner: 'shop rule' },
    'beam-bushing': { limitMm: 2, owner: 'shop rule' },
    'top-mount': { limitMm: 1, owner: 'shop rule' },
    damper: { limitMm: 1, owner: 'shop rule' },
  },
  recheckKm: 100,
  linksOffDrive: false,
  alignmentJoints: [
    'ball-joint',
    'upper-ball-joint',
    'arm-bushings',
    'upper-arm-bushings',
    'beam-bushing',
    'tie-rod-outer',
    'tie-rod-inner',
  ],
};

export const DEMO_PIN = '2468';

export const PEOPLE: readonly { id: string; name: string; role: Role }[] = [
  { id: 'marit', name: 'Marit Voss', role: 'lead' },
  { id: 'ruan', name: 'Ruan Teague', role: 'technician' },
  { id: 'isla', name: 'Isla Morrow', role: 'technician' },
  { id: 'pella', name: 'Pella Quist', role: 'writer' },
  { id: 'tobin', name: 'Tobin Ashe', role: 'learner' },
];

export const GAUGES = [
  { id: 'dial-1', name: 'Dial indicator 1', resolutionMm: 0.01, scatterMm: 0.02, degrees: 24 },
  { id: 'dial-2', name: 'Lever indicator', resolutionMm: 0.02, scatterMm: 0.03, degrees: 18 },
  { id: 'caliper-1', name: 'Caliper', resolutionMm: 0.05, scatterMm: 0.06, degrees: 30 },
] as const;

import type { YardRules } from './context';

/**
 * Rules of a shop that has said nothing yet. No limit of play and no inspection rule: both have a source or an owner, and
 * nobody has named one. What is here is common practice, no source.
 */
export const NEW_SHOP_RULES: YardRules = {
  dialect: 'sway bar',
  driverSide: 'left',
  verdictThreshold: 0.6,
  playLimits: {},
  slightFails: ['ball-joint', 'upper-ball-joint'],
  inspection: { source: '', play: false, defects: [] },
  recheckKm: 100,
  alignmentJoints: [
    'ball-joint',
    'upper-ball-joint',
    'arm-bushings',
    'upper-arm-bushings',
    'beam-bushing',
    'tie-rod-outer',
    'tie-rod-inner',
  ],
  linksOffDrive: false,
  currency: 'EUR',
  prices: { labourMinorPerHour: 0, taxPercent: 0, taxIncluded: true },
  inchFirst: false,
  distance: 'km',
  namesAtDoor: true,
  paper: { address: '', telephone: '', email: '', size: 'A4', language: 'English' },
  putRight: { types: ['technician', 'lead'], vehicles: ['technician', 'lead', 'writer'] },
  timeZone: null,
};

import { randomInt } from 'node:crypto';
import type { WrenchClick } from '@ash-knot/contract';

/** A torque wrench that reports what it clicked at. A real one would stand behind the same port. */
export interface TorqueWrench {
  pull(targetNm: number): Promise<WrenchClick>;
}

/**
 * The wrench that ships: clicks near its setting with a scatter of about 1 %, well inside the ±4 %
 * that ISO 6789-1 allows (from memory), read to 0.1 N·m.
 */
export const simulatedWrench: TorqueWrench = {
  async pull(targetNm) {
    // Sum of three even chances: close enough to a bell.
    const bell = (randomInt(1001) + randomInt(1001) + randomInt(1001)) / 1500 - 1;
    return {
      achievedNm: Math.round(targetNm * (1 + 0.015 * bell) * 10) / 10,
      unit: 'N·m',
      wrench: 'simulated wrench',
    };
  },
};

import { barWayUp, studyBar, studyLength, wheelFit } from '@ash-knot/core';
import type { MechanicsAnswer, MechanicsQuestion } from './mechanics-work';

/** One answer, in one go: each takes tens of milliseconds. */
export function* answerMechanics(x: MechanicsQuestion): Generator<undefined, MechanicsAnswer> {
  yield undefined;
  switch (x.ask) {
    case 'length':
      return studyLength(x.q);
    case 'bar':
      return studyBar(x.q);
    case 'wheels':
      return wheelFit(x.q.axle, x.q.wheels, x.q.loweredMm, x.q.reach);
    case 'way up':
      return barWayUp(x.q.axle, x.q.dropMm, x.q.loweredMm);
  }
}

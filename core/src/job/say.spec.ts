import { DIALECTS, jointsOf, twinOf, type JointId } from '..';
import { STRUT_TYPE, DOUBLE_ARM_TYPE } from '../test';
import { speakOf } from '.';

const joints: JointId[] = [
  ...new Set(
    [STRUT_TYPE, DOUBLE_ARM_TYPE].flatMap((t) => (['front', 'rear'] as const).flatMap((end) => jointsOf(end, t.axles[end]))),
  ),
];

describe.each(DIALECTS)('joints in a sentence, %s', (d) => {
  test.each(joints)('%s alone and with its twin', (id) => {
    const one = speakOf(d, [id]);
    expect(one.the).toMatch(/^the (left|right) [a-z]/);
    const many = /nuts|bushings|bushes/.test(one.the);
    expect([one.is, one.has, one.it]).toEqual(many ? ['are', 'have', 'them'] : ['is', 'has', 'it']);
    const both = speakOf(d, [id, twinOf(id)].sort() as JointId[]);
    expect(both.the).toMatch(many ? /^the [a-z].* on both sides$/ : /^both [a-z]/);
    // The head of the name is in the plural, once.
    expect(both.the.split(',')[0]!.replace(' on both sides', '')).toMatch(/[^s](s|es)$/);
    expect(both.the).not.toMatch(/the both|ss\b|s,? s\b/);
    expect([both.is, both.has, both.it]).toEqual(['are', 'have', 'them']);
    const few = speakOf(d, [id], 2);
    expect(few.the).toMatch(/ and 2 more$/);
    expect(few.has).toBe('have');
  });
  test('a list has each its article', () =>
    expect(speakOf(d, ['front.left.ball-joint', 'front.left.spring', 'front.right.spring']).the).toBe(
      'the left ball joint and both springs',
    ));
});

import { type Body, bodyOf } from './body';
import { entryKind, EVERYBODY } from './entry-kind';

const body = bodyOf(({ z, jointId, stepId, text, uuid }) =>
  z.object({ photo: uuid, joint: jointId.optional(), step: stepId.optional(), caption: text(200) }),
);
/** A photograph, by the id of its attachment, and what it hangs on. */
export type PhotoBody = Body<typeof body>;

export const photo = entryKind(body)({
  example: {
    photo: '0193a000-0000-7000-8000-00000000000a',
    joint: 'front.left.link-lower',
    step: 'link-off-left',
    caption: 'before',
  },
  who: EVERYBODY,
  afterHandBack: true,
  searched: false,
  kept: { as: 'all' },
  attachment: { kind: 'photo', id: (b) => b.photo },
  say: (b, w) => `Photograph${b.joint ? `, ${w.joint(b.joint)}` : ''}${b.caption ? `: ${b.caption}` : ''}`,
});

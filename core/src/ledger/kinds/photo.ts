import type { JointId } from '../../joint';
import { EVERYBODY, entryKind } from './entry-kind';

/** A photograph, by the id of its attachment, and what it hangs on. */
export interface PhotoBody {
  photo: string;
  joint?: JointId;
  step?: string;
  caption: string;
}

export const photo = entryKind<PhotoBody>()({
  who: EVERYBODY,
  afterHandBack: true,
  searched: false,
  kept: { as: 'all' },
  attachment: { kind: 'photo', id: (b) => b.photo },
  say: (b, w) => `Photograph${b.joint ? `, ${w.joint(b.joint)}` : ''}${b.caption ? `: ${b.caption}` : ''}`,
});

import { EVERYBODY, entryKind } from './entry-kind';

export interface NoteBody {
  text: string;
}

export const note = entryKind<NoteBody>()({
  who: EVERYBODY,
  afterHandBack: true,
  searched: false,
  kept: { as: 'all' },
  say: (b) => b.text,
});

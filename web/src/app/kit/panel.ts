/** How every dialog opens: its backdrop, its most room, where the focus goes and comes back to. */
export const PANEL = {
  backdropClass: 'ak-backdrop',
  maxWidth: '96vw',
  maxHeight: '94dvh',
  autoFocus: 'first-tabbable',
  restoreFocus: true,
} as const;

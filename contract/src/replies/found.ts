export interface FoundThing {
  readonly kind: 'vehicle' | 'job' | 'type' | 'part' | 'joint';
  /** Of a joint its id on the sheet it was asked from. */
  readonly id: string;
  readonly title: string;
  readonly detail: string;
  /** What of it was met, where neither title nor detail shows that. */
  readonly matched?: string | undefined;
}

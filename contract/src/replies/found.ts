export interface FoundThing {
  readonly kind: 'vehicle' | 'job' | 'part';
  readonly id: string;
  readonly title: string;
  readonly detail: string;
}

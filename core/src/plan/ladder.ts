/** What to try when a stud spins or a hex rounds, in order, and what each rung ruins (common practice, no source). */
export interface Rung {
  readonly id: string;
  readonly title: string;
  readonly minutes: number;
  readonly ruins: string;
  readonly caution?: string;
}

export const STUD_SPINS: readonly Rung[] = [
  {
    id: 'flats',
    title: 'Thin spanner on the flats behind the boot, turn the nut',
    minutes: 2,
    ruins: 'nothing',
  },
  {
    id: 'pliers',
    title: 'Locking pliers on the stud, between boot and mount',
    minutes: 3,
    ruins: 'the boot and the stud; the link is scrap',
  },
  {
    id: 'off-ball',
    title: 'Lever the housing off its ball, hold the ball with a pipe wrench',
    minutes: 8,
    ruins: 'the link',
    caution: 'Eyes. The housing jumps when it lets go.',
  },
  {
    id: 'split',
    title: 'Split the nut, or saw behind it',
    minutes: 10,
    ruins: 'nut and stud',
    caution: 'Eyes. Keep the blade off the mount and the hose.',
  },
  {
    id: 'disc',
    title: 'Cutting disc through the stud',
    minutes: 10,
    ruins: 'the link',
    caution:
      'Penetrant wiped dry and aired, aerosols and fuel away, hoses and boots shielded. Eyes and ears. Somebody watches for fire, half an hour after too.',
  },
  {
    id: 'neighbour',
    title: 'Take the jammed link out with the part it is bolted to',
    minutes: 40,
    ruins: 'nothing more, but other joints come open and need their own torque',
  },
];

export const BOLT_SEIZED: readonly Rung[] = [
  {
    id: 'twist',
    title: 'Twist the bolt apart on purpose, drive out the stub',
    minutes: 8,
    ruins: 'bolt, sleeve and grommets',
    caution: 'Eyes. The bar end springs when it parts: stand to the side.',
  },
  {
    id: 'saw',
    title: 'Saw above and below the sleeve',
    minutes: 12,
    ruins: 'bolt and sleeve',
    caution: 'Eyes. Hoses shielded.',
  },
];

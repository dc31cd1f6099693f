/** Out of the gate and back, and what each manoeuvre takes; a reading; a part looked at, minutes (common practice, no source). */
export const DRIVE_MINUTES = 5;
export const MANOEUVRE_MINUTES = 1;
export const READING_MINUTES = 2;
export const LOOK_MINUTES = 1;

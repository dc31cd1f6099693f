/**
 * A plate as it is compared: its letters and digits alone, in capitals, of any script. The same sign typed another way
 * (full width, an accent as a mark of its own) is the same (Unicode normalisation form KC); another script's letter that
 * only looks alike is another.
 */
export const plateKey = (plate: string): string =>
  plate
    .normalize('NFKC')
    .toUpperCase()
    .normalize('NFKC')
    .replace(/[^\p{L}\p{N}\p{M}]/gu, '');

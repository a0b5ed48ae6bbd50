/**
 * Along which axes a part lies the other way round than the first. Both: it is turned by half a turn, and so is its
 * program. One: it is the mirror image, the other hand, and its program is mirrored in that axis.
 */
export interface Lies {
  readonly x: boolean
  readonly y: boolean
}

export const AS_THE_FIRST: Lies = { x: false, y: false }

/** ", turned 180°", ", mirrored in X": how a place differs from the first; nothing where it does not. */
export const liesWords = ({ x, y }: Lies): string =>
  x && y ? ', turned 180°' : x || y ? `, mirrored in ${x ? 'X' : 'Y'}` : ''

/** "80 × 50": another size of the work on a plate, mm, in words. */
export const sizeWords = ({ deepMm, longMm }: Record<'longMm' | 'deepMm', number>): string =>
  `${longMm} × ${deepMm}`

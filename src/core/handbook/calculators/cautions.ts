/** Said beside every figure that decides how hard a cutter works. */
export const CUTTING_CAUTION =
  'A starting figure. The machine’s, cutter’s and holder’s own limits decide, then the shop’s rules and a qualified person.'

/** Said beside every figure on which a joint or a clamp depends. */
export const STRENGTH_CAUTION =
  'An estimate with no safety factor. Where a failure can hurt someone, a qualified person decides.'

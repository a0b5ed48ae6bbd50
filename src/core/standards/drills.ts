/**
 * Number and letter twist drills, diameter in inches.
 * Source: the number and letter sizes of ASME B94.11M, typed from memory and compared in the
 * tests with the table of the GNU `units` data file.
 */
export const NUMBER_DRILLS_INCH: readonly number[] = [
  0.228, 0.221, 0.213, 0.209, 0.2055, 0.204, 0.201, 0.199, 0.196, 0.1935, 0.191, 0.189, 0.185,
  0.182, 0.18, 0.177, 0.173, 0.1695, 0.166, 0.161, 0.159, 0.157, 0.154, 0.152, 0.1495, 0.147, 0.144,
  0.1405, 0.136, 0.1285, 0.12, 0.116, 0.113, 0.111, 0.11, 0.1065, 0.104, 0.1015, 0.0995, 0.098,
  0.096, 0.0935, 0.089, 0.086, 0.082, 0.081, 0.0785, 0.076, 0.073, 0.07, 0.067, 0.0635, 0.0595,
  0.055, 0.052, 0.0465, 0.043, 0.042, 0.041, 0.04, 0.039, 0.038, 0.037, 0.036, 0.035, 0.033, 0.032,
  0.031, 0.0292, 0.028, 0.026, 0.025, 0.024, 0.0225, 0.021, 0.02, 0.018, 0.016, 0.0145, 0.0135,
]

/** Letter drills A–Z, diameter in inches. Same source as the number drills. */
export const LETTER_DRILLS_INCH: Readonly<Record<string, number>> = {
  A: 0.234,
  B: 0.238,
  C: 0.242,
  D: 0.246,
  E: 0.25,
  F: 0.257,
  G: 0.261,
  H: 0.266,
  I: 0.272,
  J: 0.277,
  K: 0.281,
  L: 0.29,
  M: 0.295,
  N: 0.302,
  O: 0.316,
  P: 0.323,
  Q: 0.332,
  R: 0.339,
  S: 0.348,
  T: 0.358,
  U: 0.368,
  V: 0.377,
  W: 0.386,
  X: 0.397,
  Y: 0.404,
  Z: 0.413,
}

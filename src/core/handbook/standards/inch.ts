/** Exact since 1959: one inch in millimetres. */
export const INCH_MM = 25.4

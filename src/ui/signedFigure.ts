/** +0.004 or −0.006. */
export const signedFigure = (value: number, figure: (v: number) => string): string =>
  `${value < 0 ? '−' : '+'}${figure(Math.abs(value))}`

declare module 'jstat' {
  interface Distribution {
    /** Share below x. */
    cdf(x: number, ...parameters: number[]): number
    /** The x below which a share lies. */
    inv(share: number, ...parameters: number[]): number
  }
  const jstat: {
    readonly jStat: Readonly<Record<'beta' | 'chisquare' | 'normal' | 'studentt', Distribution>>
  }
  export default jstat
}

/** Types of jstat 1.9.6, which ships none: what is used of it. */
declare module 'jstat' {
  interface Distribution {
    cdf(value: number, degrees: number): number
    inv(share: number, degrees: number): number
  }
  const library: {
    readonly jStat: {
      readonly studentt: Distribution
      readonly chisquare: Distribution
      readonly normal: { cdf(value: number, mean: number, deviation: number): number }
    }
  }
  export default library
}

/** One value of one take beside its truth. */
export interface Judged {
  readonly file: string
  readonly measure: string
  readonly unit: string
  readonly truth: number
  /** What we read less the truth; null where we read nothing. */
  readonly error: number | null
  /** What was told of the take in the name of this measure though it had not been put in. */
  readonly falseFinds: number
}

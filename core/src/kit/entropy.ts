/** Information in bits, and weight of evidence in decibans. */

/** Entropy of a yes-or-no question, bits (Shannon 1948); 0 at certainty, 1 at one half. */
export function binaryEntropy(p: number): number {
  if (p <= 0 || p >= 1) return 0
  return -(p * Math.log2(p) + (1 - p) * Math.log2(1 - p))
}

/** Probabilities nearer to certainty than this are drawn as this: a human record is never surer. */
const CERTAINTY = 1e-9

/** Log odds in decibans (I. J. Good, 1950): 10 dB is ten to one on. */
export function decibans(p: number): number {
  const held = Math.min(1 - CERTAINTY, Math.max(CERTAINTY, p))
  return 10 * Math.log10(held / (1 - held))
}

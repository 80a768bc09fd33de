/** A pitch that goes up and down in time: how fast and how far. */

/** Wavers a second that are looked for: slower is drift, faster no hand and no breath does. */
const RATES = { from: 2.5, to: 9, step: 0.1 } as const
/** Of the scatter of the pitch, so much has to go with the wave. */
const SHARE_LEAST = 0.5
/** Waves that have to be there, and how far they have to go (cents) to be heard as a waver. */
const WAVES_LEAST = 3
const CENTS_LEAST = 5

export interface Waver {
  /** Waves a second. */
  readonly rate: number
  /** From the middle to the top, cents. */
  readonly cents: number
}

interface Fitted {
  readonly rate: number
  readonly amplitude: number
  readonly share: number
}

/** The best wave of one rate by least squares; sine and cosine are nearly free of each other over whole waves. */
function fitted(at: readonly number[], values: readonly number[], rate: number): Fitted {
  let [ss, cc, sc, sv, cv, vv] = [0, 0, 0, 0, 0, 0]
  values.forEach((v, i) => {
    const angle = 2 * Math.PI * rate * (at[i] ?? 0)
    const [s, c] = [Math.sin(angle), Math.cos(angle)]
    ss += s * s
    cc += c * c
    sc += s * c
    sv += s * v
    cv += c * v
    vv += v * v
  })
  const det = ss * cc - sc * sc
  const a = (sv * cc - cv * sc) / det
  const b = (cv * ss - sv * sc) / det
  return { rate, amplitude: Math.hypot(a, b), share: vv === 0 ? 0 : (a * sv + b * cv) / vv }
}

/**
 * The waver of a pitch about its line (cents at times in seconds); null where there is none to speak of. A frame of
 * that length shows the mean of what went on in it: by sin(x) / x too little, x = π · rate · length.
 */
export function waverOf(
  at: readonly number[],
  values: readonly number[],
  frameSeconds: number,
): Waver | null {
  const seconds = (at.at(-1) ?? 0) - (at[0] ?? 0)
  let best: Fitted | null = null
  for (
    let rate = Math.max(RATES.from, WAVES_LEAST / seconds);
    rate <= RATES.to;
    rate += RATES.step
  ) {
    const now = fitted(at, values, rate)
    if (!best || now.share > best.share) best = now
  }
  if (!best || best.share < SHARE_LEAST || best.amplitude < CENTS_LEAST) return null
  const x = Math.PI * best.rate * frameSeconds
  return { rate: best.rate, cents: (best.amplitude * x) / Math.sin(x) }
}

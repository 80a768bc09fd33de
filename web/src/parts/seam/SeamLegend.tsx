/** What the seam is drawn with: each thing as it stands in the picture, and its word. */
import { VEIN_PIXELS } from '@vein-mend/core/seam'
import type { ReactNode } from 'react'

const [WIDE, HIGH] = [44, 24]
const MIDDLE = HIGH / 2

function Sign({ words, children }: { readonly words: string; readonly children: ReactNode }) {
  return (
    <li className="flex items-center gap-2">
      <svg width={WIDE} height={HIGH} aria-hidden className="shrink-0">
        {children}
      </svg>
      {words}
    </li>
  )
}

const thin = MIDDLE - VEIN_PIXELS.least / 2
const thick = MIDDLE - VEIN_PIXELS.sure / 2

export function SeamLegend() {
  return (
    <ul
      aria-label="How to read the seam"
      className="text-kiln mt-2 flex flex-wrap gap-x-6 gap-y-1 text-sm"
    >
      <Sign words="the thicker, the surer it is mended">
        <path
          d={`M0 ${thin}L${WIDE} ${thick}V${HIGH - thick}L0 ${HIGH - thin}Z`}
          fill="var(--kiln)"
        />
      </Sign>
      <Sign words="called mended">
        <rect y={thick} width={WIDE} height={VEIN_PIXELS.sure} fill="var(--gold)" />
        <path d={`M0 ${MIDDLE}H${WIDE}`} stroke="var(--glaze)" strokeWidth="0.9" />
      </Sign>
      <Sign words="rests">
        <rect
          x="1"
          y={MIDDLE - 4}
          width={WIDE - 2}
          height="8"
          fill="none"
          stroke="var(--kiln)"
          strokeDasharray="3 3"
        />
      </Sign>
      <Sign words="a rung passed">
        <path d={`M${WIDE / 2} 0v${HIGH}`} stroke="var(--ink)" strokeWidth="1.4" />
      </Sign>
      <Sign words="clean for the first time, in an exercise or in music">
        <circle cx="14" cy={MIDDLE} r="3" fill="var(--glaze)" stroke="var(--ink)" />
        <circle cx="30" cy={MIDDLE} r="3" fill="var(--ink)" stroke="var(--ink)" />
      </Sign>
      <Sign words="a cue agreed">
        <path
          d={`M${WIDE / 2} ${MIDDLE + 5}v-9h7l-2.4 2.6 2.4 2.6h-7`}
          fill="var(--kiln)"
          stroke="var(--kiln)"
        />
      </Sign>
      <Sign words="slips counted">
        <path
          d={`M${WIDE / 2 - 3} ${MIDDLE - 1}h6M${WIDE / 2 - 3} ${MIDDLE + 2}h6`}
          stroke="var(--kiln)"
          strokeWidth="1.2"
        />
      </Sign>
      <Sign words="holidays">
        <rect width={WIDE} height={HIGH} fill="var(--line)" opacity="0.55" />
      </Sign>
    </ul>
  )
}

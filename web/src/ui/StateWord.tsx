/** The state of a fault: a little piece of vein and its word. */
import type { CaseStatus } from '@vein-mend/core/record'
import { STATE_WORDS } from '../wording/words'

const PIECES: Record<CaseStatus['state'], React.ReactNode> = {
  open: <path d="M1 6 L6 3 L9 9 L14 4 L19 8 L25 5" stroke="var(--ink)" strokeWidth="2.6" />,
  healing: (
    <path
      d="M1 6 L7 5 L12 7 L18 5.5 L25 6"
      stroke="var(--ink)"
      strokeWidth="1.3"
      strokeDasharray="4 2"
    />
  ),
  resting: (
    <path
      d="M1 6 H25"
      stroke="var(--kiln)"
      strokeWidth="2"
      strokeDasharray="1.5 3.5"
      strokeLinecap="round"
    />
  ),
  mended: (
    <path d="M1 6 C8 3 16 9 25 6" stroke="var(--gold)" strokeWidth="3.4" strokeLinecap="round" />
  ),
  relapsed: (
    <>
      <path d="M1 6 C4 4 7 7 11 6" stroke="var(--gold)" strokeWidth="3.4" strokeLinecap="round" />
      <path d="M11 6 L15 2 L18 9 L25 5" stroke="var(--ink)" strokeWidth="2.6" />
    </>
  ),
}

export function StateWord({ state }: { state: CaseStatus['state'] }) {
  return (
    <span className="inline-flex items-center gap-1.5 whitespace-nowrap">
      <svg viewBox="0 0 26 12" width="26" height="12" fill="none" aria-hidden>
        {PIECES[state]}
      </svg>
      {STATE_WORDS[state]}
    </span>
  )
}

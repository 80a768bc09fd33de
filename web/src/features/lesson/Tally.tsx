/** Counts tries while the student plays: one touch or key each, clean or slipped; half counted, it is kept. */
import { useKept } from '../../data/useKept'
import { Button } from '../../ui/Button'

interface Props {
  /** Whose tries they are, for the names of the buttons. */
  readonly of: string
  /** What is counted, for a count that a reload breaks off. */
  readonly keptAs: string
  readonly asked: number
  readonly keep: string
  readonly onKeep: (clean: number, tries: number) => void
}

/** A mark as it is kept. */
const CLEAN = '+'
const SLIPPED = '-'

export function Tally({ of, keptAs, asked, keep, onKeep }: Props) {
  const [counted, setCounted] = useKept(`tally-${keptAs}`)
  const marks = Array.from({ length: counted.length }, (_, i) => counted.charAt(i) === CLEAN)
  const oneLess = () => setCounted(counted.slice(0, -1))
  const clean = marks.filter(Boolean).length
  const empty = Math.max(0, asked - marks.length)
  return (
    <div
      className="flex flex-wrap items-center gap-2"
      onKeyDown={(event) => {
        if (event.key === 'Backspace') oneLess()
      }}
    >
      <Button
        small
        aria-label={`Clean: ${of}`}
        onClick={() => setCounted(counted + CLEAN)}
        className="border-ink"
      >
        Clean
      </Button>
      <Button
        small
        aria-label={`Slipped: ${of}`}
        onClick={() => setCounted(counted + SLIPPED)}
        className="border-dashed border-kiln"
      >
        Slipped
      </Button>
      <span
        className="flex items-center gap-1"
        role="img"
        aria-label={`${clean} clean of ${marks.length} tries`}
      >
        {marks.map((ok, i) => (
          <svg key={i} viewBox="0 0 12 12" width="13" height="13" aria-hidden>
            {ok ? (
              <circle cx="6" cy="6" r="5" fill="var(--ink)" />
            ) : (
              <path d="M2 2 L10 10 M10 2 L2 10" stroke="var(--ink)" strokeWidth="2" />
            )}
          </svg>
        ))}
        {Array.from({ length: empty }, (_, i) => (
          <svg key={`e${i}`} viewBox="0 0 12 12" width="13" height="13" aria-hidden>
            <circle cx="6" cy="6" r="4.5" fill="none" stroke="var(--kiln)" />
          </svg>
        ))}
      </span>
      {marks.length === 0 && (
        <Button
          small
          look="bare"
          aria-label={`All ${asked} clean: ${of}`}
          onClick={() => onKeep(asked, asked)}
        >
          All {asked} clean
        </Button>
      )}
      {marks.length > 0 && (
        <>
          <Button
            small
            look="main"
            onClick={() => {
              onKeep(clean, marks.length)
              setCounted('')
            }}
          >
            {keep} {clean} of {marks.length}
          </Button>
          <Button small look="bare" onClick={oneLess}>
            One less
          </Button>
        </>
      )}
    </div>
  )
}

/** Overruling in one move: a button that asks why, and keeps the answer. */
import { useState } from 'react'
import { useKept } from '../data/useKept'
import { Button } from '../ui/Button'
import { INPUT_CLASS } from '../ui/Field'

interface Props {
  /** What the reason is of, for one half typed when the page goes. */
  readonly keptAs: string
  readonly label: string
  /** Where others bring the keys, so that it asks. */
  readonly id?: string
  /** The question, for who cannot see the box. */
  readonly ask: string
  readonly done: string
  readonly onGive: (reason: string) => void
}

const LEAST = 3

export function WithReason({ keptAs, label, id, ask, done, onGive }: Props) {
  const [reason, keep] = useKept(`reason-${keptAs}`)
  const [asked, setAsked] = useState(reason !== '')
  const shut = () => {
    keep('')
    setAsked(false)
  }
  if (!asked) {
    return (
      <Button id={id} small look="bare" onClick={() => setAsked(true)}>
        {label}
      </Button>
    )
  }
  return (
    <form
      className="mt-1 flex max-w-xl gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        if (reason.trim().length < LEAST) return
        onGive(reason.trim())
        shut()
      }}
    >
      <input
        aria-label={ask}
        placeholder="Why?"
        autoFocus
        required
        minLength={LEAST}
        value={reason}
        onChange={(e) => keep(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Escape') shut()
        }}
        className={INPUT_CLASS}
      />
      <Button type="submit">{done}</Button>
    </form>
  )
}

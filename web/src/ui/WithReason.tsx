/** Overruling in one move: a button that asks why, and keeps the answer. */
import { useState } from 'react'
import { Button } from './Button'
import { INPUT_CLASS } from './Field'

interface Props {
  readonly label: string
  /** The question, for who cannot see the box. */
  readonly ask: string
  readonly done: string
  readonly onGive: (reason: string) => void
}

const LEAST = 3

export function WithReason({ label, ask, done, onGive }: Props) {
  const [reason, setReason] = useState<string | null>(null)
  if (reason === null) {
    return (
      <Button small look="bare" onClick={() => setReason('')}>
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
        setReason(null)
      }}
    >
      <input
        aria-label={ask}
        placeholder="Why?"
        autoFocus
        required
        minLength={LEAST}
        value={reason}
        onChange={(e) => setReason(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Escape') setReason(null)
        }}
        className={INPUT_CLASS}
      />
      <Button type="submit">{done}</Button>
    </form>
  )
}

/** From, to, and what for. */
import { useState } from 'react'
import { Button } from './Button'
import { Field } from './Field'
import { Pick } from './Inputs'

interface Props<Why extends string> {
  readonly today: string
  readonly reasons: readonly (readonly [Why, string])[]
  readonly onNote: (asked: { from: string; to: string; why: Why; words: string }) => void
}

export function BreakForm<Why extends string>({ today, reasons, onNote }: Props<Why>) {
  const [from, setFrom] = useState(today)
  const [to, setTo] = useState(today)
  const [why, setWhy] = useState<Why | ''>(reasons[0]?.[0] ?? '')
  const [words, setWords] = useState('')
  const backwards = to < from
  return (
    <form
      className="mt-2 flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        if (why !== '' && !backwards) onNote({ from, to, why, words: words.trim() })
      }}
    >
      <Field label="From">
        {(p) => (
          <input
            {...p}
            required
            type="date"
            value={from}
            onChange={(e) => setFrom(e.target.value)}
          />
        )}
      </Field>
      <Field label="To" trouble={backwards ? 'Ends before it begins.' : undefined}>
        {(p) => (
          <input {...p} required type="date" value={to} onChange={(e) => setTo(e.target.value)} />
        )}
      </Field>
      <Pick label="Why" value={why} options={reasons} onChange={setWhy} />
      <Field label="In words">
        {(p) => <input {...p} value={words} onChange={(e) => setWords(e.target.value)} />}
      </Field>
      <Button type="submit">Note the break</Button>
    </form>
  )
}

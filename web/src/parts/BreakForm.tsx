/** From, to, and what for. */
import { useState } from 'react'
import { useKept } from '../data/useKept'
import { Button } from '../ui/Button'
import { DateBox } from '../ui/DateBox'
import { Field } from '../ui/Field'
import { Pick } from '../ui/Inputs'

interface BreakAsked<Why extends string> {
  readonly from: string
  readonly to: string
  readonly why: Why
  readonly words: string
}

interface Props<Why extends string> {
  /** Whose break it is, for one half typed when the page goes. */
  readonly keptAs: string
  readonly today: string
  readonly reasons: readonly (readonly [Why, string])[]
  /** `noted` is called once it is on record: until then what was typed stays. */
  readonly onNote: (asked: BreakAsked<Why>, noted: () => void) => void
}

export function BreakForm<Why extends string>({ keptAs, today, reasons, onNote }: Props<Why>) {
  const [from, setFrom] = useKept(`break-from-${keptAs}`, today)
  const [to, setTo] = useKept(`break-to-${keptAs}`, today)
  const [why, setWhy] = useState<Why | ''>(reasons[0]?.[0] ?? '')
  const [words, setWords] = useKept(`break-${keptAs}`)
  const backwards = to < from
  const noted = () => {
    setFrom(today)
    setTo(today)
    setWords('')
  }
  return (
    <form
      className="mt-2 flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        if (why !== '' && !backwards) onNote({ from, to, why, words: words.trim() }, noted)
      }}
    >
      <Field label="From">
        {(p) => <DateBox {...p} required value={from} onChange={(e) => setFrom(e.target.value)} />}
      </Field>
      <Field label="To" trouble={backwards ? 'Ends before it begins.' : undefined}>
        {(p) => <DateBox {...p} required value={to} onChange={(e) => setTo(e.target.value)} />}
      </Field>
      <Pick label="Why" value={why} options={reasons} onChange={setWhy} />
      <Field label="In words">
        {(p) => <input {...p} value={words} onChange={(e) => setWords(e.target.value)} />}
      </Field>
      <Button type="submit">Note the break</Button>
    </form>
  )
}

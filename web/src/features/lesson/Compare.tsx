/** Before and after: the same place twice, and what the ear says. */
import { useView, useLesson } from '../../data/studentContext'
import type { Strength } from '@vein-mend/core/packs'
import { stoppedOf } from '@vein-mend/core/record'
import type { Comparison, NotedSign } from '@vein-mend/core/record'
import { useState } from 'react'
import { useActs } from '../../data/useActs'
import { useKept } from '../../data/useKept'
import { Button } from '../../ui/Button'
import { Choice } from '../../ui/Choice'
import { INPUT_CLASS } from '../../ui/Field'
import { Select } from '../../ui/Select'
import { STRENGTH_WORDS } from '../../wording/words'

const STRENGTHS_ASKED: readonly Strength[] = ['marked', 'slight', 'absent']
const ORDER: Readonly<Record<Strength, number>> = { absent: 0, unsure: 1, slight: 1, marked: 2 }

/** What a comparison came to, in one word. */
export function sayChange({ before, after }: Pick<Comparison, 'before' | 'after'>): string {
  const difference = ORDER[after] - ORDER[before]
  if (difference === 0) return 'no change'
  return difference < 0 ? 'better' : 'worse'
}

interface FormProps {
  /** Signs that are there today: one of them is compared. */
  readonly noted: readonly [NotedSign, ...NotedSign[]]
  readonly onDone: () => void
}

function CompareForm({ noted, onDone }: FormProps) {
  const lesson = useLesson()
  const act = useActs(useView().id)
  const [finding, setFinding] = useState<string | null>(null)
  const [changed, setChanged] = useKept(`changed-${lesson.id}`)
  const [after, setAfter] = useState<Strength | null>(null)
  const sign = noted.find((s) => s.finding === finding) ?? noted[0]
  const keep = () => {
    if (after === null || changed.trim() === '') return
    act(
      [
        {
          kind: 'compared',
          lesson: lesson.id,
          finding: sign.finding,
          changed: changed.trim(),
          before: sign.strength,
          after,
        },
      ],
      `Compared: ${sayChange({ before: sign.strength, after })}`,
    )
    setChanged('')
    onDone()
  }
  return (
    <form
      className="bg-glaze border-line space-y-2 rounded-md border p-3"
      onSubmit={(event) => {
        event.preventDefault()
        keep()
      }}
    >
      <div className="flex flex-wrap items-center gap-2">
        <span className="text-kiln">Before:</span>
        <Select
          aria-label="The sign compared"
          value={sign.finding}
          options={noted.map((n) => [n.finding, `${n.text} (${STRENGTH_WORDS[n.strength]})`])}
          onChange={setFinding}
          className={`${INPUT_CLASS} max-w-sm`}
        />
      </div>
      <input
        aria-label="The one thing changed"
        placeholder="Change one thing: which?"
        autoFocus
        value={changed}
        maxLength={200}
        onChange={(e) => setChanged(e.target.value)}
        className={INPUT_CLASS}
      />
      <div className="flex flex-wrap items-center gap-3">
        <span className="text-kiln">After:</span>
        <Choice
          label="After"
          value={after}
          options={STRENGTHS_ASKED.map((s) => [s, STRENGTH_WORDS[s]] as const)}
          onChange={setAfter}
        />
        <Button type="submit" disabled={after === null || changed.trim() === ''}>
          Keep
        </Button>
        <Button look="bare" onClick={onDone}>
          Leave it
        </Button>
      </div>
    </form>
  )
}

export function Compare() {
  const lesson = useLesson()
  const { record, knowledge } = useView()
  const silent = stoppedOf(record, knowledge.playing) !== null
  const [open, setOpen] = useState(false)
  const [sign, ...others] = lesson.signs.filter((s) => s.strength !== 'absent')
  const list = lesson.comparisons.map((c) => (
    <li key={c.act} className="py-0.5">
      {c.text}, {STRENGTH_WORDS[c.before]}; changed: {c.changed}; then {STRENGTH_WORDS[c.after]}{' '}
      <span className="font-medium">({sayChange(c)})</span>
    </li>
  ))
  if (!lesson.open) return list.length > 0 ? <ul className="mt-2 text-sm">{list}</ul> : null
  // The same place twice is played twice.
  if (!sign || silent) return list.length > 0 ? <ul className="text-sm">{list}</ul> : null
  return (
    <div>
      {list.length > 0 && <ul className="text-sm">{list}</ul>}
      {open ? (
        <CompareForm noted={[sign, ...others]} onDone={() => setOpen(false)} />
      ) : (
        <Button small look="bare" onClick={() => setOpen(true)}>
          Before and after
        </Button>
      )}
    </div>
  )
}

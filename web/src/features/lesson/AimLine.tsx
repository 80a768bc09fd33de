/** One aim in front, and the one thing that is new this time; kept with every key. */
import { useView, useLesson } from '../../data/studentContext'
import { useId } from 'react'
import { useActs } from '../../data/useActs'
import { useKept } from '../../data/useKept'

interface LineProps {
  readonly label: string
  readonly kept: string
  readonly typedKey: string
  readonly onKeep: (words: string) => void
}

function Line({ label, kept, typedKey, onKeep }: LineProps) {
  const id = useId()
  const [typed, setTyped] = useKept(typedKey, kept)
  const done = () => {
    if (typed.trim() !== kept) onKeep(typed.trim())
  }
  return (
    <div className="flex min-w-64 flex-1 items-center gap-2">
      <label htmlFor={id} className="text-kiln shrink-0">
        {label}
      </label>
      <input
        id={id}
        value={typed}
        maxLength={200}
        autoComplete="off"
        onChange={(e) => setTyped(e.target.value)}
        onBlur={done}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.currentTarget.blur()
        }}
        className="border-line focus:border-ink min-h-11 w-full border-b bg-transparent font-serif text-lg"
      />
    </div>
  )
}

export function AimLine() {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  const { aim, fresh } = lesson
  if (!lesson.open) {
    return (
      <p className="mt-2">
        {aim !== '' && `Aim: ${aim}. `}
        {fresh !== '' && `New: ${fresh}.`}
      </p>
    )
  }
  const keep = (next: { aim: string; fresh: string }) =>
    act([{ kind: 'plan-noted', lesson: lesson.id, ...next }])
  return (
    <div className="mt-1 flex flex-wrap gap-x-6">
      <Line
        label="One aim today"
        kept={aim}
        typedKey={`aim-${lesson.id}`}
        onKeep={(words) => keep({ aim: words, fresh })}
      />
      <Line
        label="New this time"
        kept={fresh}
        typedKey={`fresh-${lesson.id}`}
        onKeep={(words) => keep({ aim, fresh: words })}
      />
    </div>
  )
}

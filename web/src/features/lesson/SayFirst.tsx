/** What works is said before anything else: the strength that has waited longest, or a new one. */
import { brief } from '@vein-mend/core/standing'
import { useId } from 'react'
import { useLesson, useView } from '../../data/studentContext'
import { useActs } from '../../data/useActs'
import { useKept } from '../../data/useKept'
import { Button } from '../../ui/Button'
import { INPUT_CLASS } from '../../ui/Field'
import { SAY_PLACE } from './deskPlaces'

const PLACEHOLDER = {
  none: 'said before anything else',
  due: 'or what works today',
  said: 'what else works today',
}

export function SayFirst() {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  const id = useId()
  const [typed, keep] = useKept(`strength-${lesson.id}`)
  const { strength } = brief(view.record, lesson.date)
  if (!lesson.open) return null
  const said = lesson.strengths.join('; ')
  const due = said === '' ? strength : null
  const name = (words: string) =>
    act([{ kind: 'strength-named', lesson: lesson.id, words }], `Said first: ${words}`)
  return (
    <form
      id={SAY_PLACE}
      className="border-line flex flex-wrap items-center gap-x-3 gap-y-1 border-b py-1"
      onSubmit={(event) => {
        event.preventDefault()
        const words = typed.trim()
        if (words === '') return
        name(words)
        keep('')
      }}
    >
      {said !== '' && (
        <p>
          <span className="text-kiln">Said first:</span> {said}
        </p>
      )}
      {due !== null && (
        <>
          <span>
            <span className="text-kiln">Say first:</span> <span className="font-medium">{due}</span>
          </span>
          <Button small onClick={() => name(due)}>
            Said
          </Button>
        </>
      )}
      <label htmlFor={id} className={said === '' && due === null ? 'text-kiln' : 'sr-only'}>
        What works today
      </label>
      <input
        id={id}
        value={typed}
        maxLength={200}
        autoComplete="off"
        placeholder={PLACEHOLDER[said !== '' ? 'said' : due !== null ? 'due' : 'none']}
        onChange={(event) => keep(event.target.value)}
        className={`${INPUT_CLASS} min-w-40 flex-1`}
      />
      {typed.trim() !== '' && (
        <Button small type="submit">
          Keep
        </Button>
      )}
    </form>
  )
}

/** Opens the next lesson, dated today unless said otherwise. */
import { useView } from '../../data/studentContext'
import type { IsoDate, IsoInstant } from '@vein-mend/core/kit'
import { addAct } from '@vein-mend/core/record'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { freshAct, freshLesson } from '../../data/freshId'
import { useActs } from '../../data/useActs'
import type { StudentView } from '../../data/useStudent'
import { Button, buttonClass } from '../../ui/Button'
import { DateBox } from '../../ui/DateBox'
import { sayRefusal } from '../../wording/refusals'

/** Opens a lesson and goes there, also while the server is away; a date that cannot be is said here. */
function useBeginning(view: StudentView) {
  const navigate = useNavigate()
  const act = useActs(view.id)
  const [trouble, setTrouble] = useState<string | null>(null)
  const begin = (date: IsoDate) => {
    const request = { kind: 'lesson-opened', lesson: freshLesson(), date } as const
    const stamp = { id: freshAct(), at: new Date().toISOString() as IsoInstant, by: 'here' }
    const tried = addAct(view.record, request, {
      ...{ knowledge: view.knowledge, stamp, today: view.today },
    })
    if (!tried.ok) {
      setTrouble(sayRefusal(tried.refusal))
      return
    }
    act([request])
    void navigate(`/students/${view.id}/lessons/${request.lesson}`)
  }
  return { begin, trouble, clear: () => setTrouble(null) }
}

export function BeginLesson() {
  const view = useView()
  const [date, setDate] = useState<string>(view.today)
  const [other, setOther] = useState(false)
  const { begin, trouble, clear } = useBeginning(view)
  const open = view.record.lessons.find((l) => l.open)
  if (open) {
    return (
      <Link className={buttonClass('main')} to={`/students/${view.id}/lessons/${open.id}`}>
        Go on with the lesson
      </Link>
    )
  }
  return (
    <form
      id="begin"
      className="flex flex-col items-end gap-1"
      onSubmit={(event) => {
        event.preventDefault()
        begin(date as IsoDate)
      }}
    >
      <Button look="main" type="submit">
        Begin the lesson
      </Button>
      {other ? (
        <div>
          <label className="sr-only" htmlFor="lesson-date">
            Day of the lesson
          </label>
          <DateBox
            id="lesson-date"
            required
            autoFocus
            value={date}
            aria-invalid={trouble !== null}
            aria-describedby="lesson-date-trouble"
            onChange={(event) => {
              setDate(event.target.value)
              clear()
            }}
          />
        </div>
      ) : (
        <Button small look="bare" onClick={() => setOther(true)}>
          of another day than today
        </Button>
      )}
      <p id="lesson-date-trouble" role="alert" className="text-danger max-w-64 text-sm">
        {trouble}
      </p>
    </form>
  )
}

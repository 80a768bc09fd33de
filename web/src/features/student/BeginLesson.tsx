/** Opens the next lesson, dated today unless said otherwise. */
import { useView } from '../../data/studentContext'
import type { IsoDate } from '@vein-mend/core/kit'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { api } from '../../data/api'
import { freshAct, freshLesson } from '../../data/freshId'
import { useChange } from '../../data/useChange'
import type { StudentView } from '../../data/useStudent'
import { useQueryClient } from '@tanstack/react-query'
import { Button, buttonClass } from '../../ui/Button'
import { DateBox } from '../../ui/DateBox'

/** Opens a lesson on record and goes there; the answer comes first, so that a date that cannot be is said here. */
function useBeginning(view: StudentView) {
  const navigate = useNavigate()
  const client = useQueryClient()
  return useChange({
    change: async (date: IsoDate) => {
      const lesson = freshLesson()
      const act = { kind: 'lesson-opened', lesson, date, id: freshAct() } as const
      await api.record(view.id, { acts: [act], knowledge: view.digest })
      return lesson
    },
    touches: [['students']],
    unchanged: 'Try again.',
    done: async (lesson) => {
      await client.invalidateQueries({ queryKey: ['student', view.id] })
      await navigate(`/students/${view.id}/lessons/${lesson}`)
    },
  })
}

export function BeginLesson() {
  const view = useView()
  const [date, setDate] = useState<string>(view.today)
  const [other, setOther] = useState(false)
  const { run, trouble, clear } = useBeginning(view)
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
        run(date as IsoDate)
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
        {trouble?.words}
      </p>
    </form>
  )
}

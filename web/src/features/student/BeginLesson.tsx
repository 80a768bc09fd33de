/** Opens the next lesson, dated today unless said otherwise. */
import type { IsoDate } from '@vein-mend/core/kit'
import type { ActId, LessonId } from '@vein-mend/core/record'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { ApiError, api } from '../../data/api'
import { freshId } from '../../data/useActs'
import type { StudentView } from '../../data/useStudent'
import { useQueryClient } from '@tanstack/react-query'
import { Button, buttonClass } from '../../ui/Button'
import { INPUT_CLASS } from '../../ui/Field'
import { sayRefusal } from '../../wording/refusals'

export function BeginLesson({ view }: { view: StudentView }) {
  const navigate = useNavigate()
  const client = useQueryClient()
  const [date, setDate] = useState<string>(view.today)
  const [trouble, setTrouble] = useState<string | null>(null)
  const open = view.record.lessons.find((l) => l.open)
  if (open) {
    return (
      <Link className={buttonClass('main')} to={`/students/${view.id}/lessons/${open.id}`}>
        Go on with the lesson
      </Link>
    )
  }
  const begin = async () => {
    const lesson = freshId() as LessonId
    try {
      const act = {
        kind: 'lesson-opened',
        lesson,
        date: date as IsoDate,
        id: freshId() as ActId,
      } as const
      const response = await api.record(view.id, [act])
      client.setQueryData(['student', view.id], response)
      await navigate(`/students/${view.id}/lessons/${lesson}`)
    } catch (error) {
      setTrouble(
        error instanceof ApiError
          ? sayRefusal(error.refusal)
          : 'The server does not answer. Try again.',
      )
    }
  }
  return (
    <form
      id="begin"
      className="flex flex-wrap items-start gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        void begin()
      }}
    >
      <div>
        <label className="sr-only" htmlFor="lesson-date">
          Day of the lesson
        </label>
        <input
          id="lesson-date"
          type="date"
          required
          value={date}
          aria-invalid={trouble !== null}
          aria-describedby="lesson-date-trouble"
          onChange={(event) => {
            setDate(event.target.value)
            setTrouble(null)
          }}
          className={INPUT_CLASS}
        />
        <p id="lesson-date-trouble" role="alert" className="text-danger max-w-64 text-sm">
          {trouble}
        </p>
      </div>
      <Button look="main" type="submit">
        Begin the lesson
      </Button>
    </form>
  )
}

/** A holiday of the whole studio, noted with every student at once. */
import type { BreakRequest } from '@vein-mend/contract'
import { parseDay } from '@vein-mend/core/kit'
import { useState } from 'react'
import { toast } from 'sonner'
import { api } from '../../data/api'
import { useChange } from '../../data/useChange'
import { BreakForm } from '../../ui/BreakForm'
import { Section } from '../../ui/Page'
import { BREAK_WORDS, plural } from '../../wording/words'

export function Holidays({ today }: { today: string }) {
  const [round, setRound] = useState(0)
  const { run, trouble } = useChange({
    change: (request: BreakRequest) => api.noteBreak(request),
    done: ({ students }) => {
      toast(
        students === 0
          ? 'Every student had it already'
          : `Noted with ${plural(students, 'student')}`,
      )
      setRound((r) => r + 1)
    },
  })
  const note = (asked: { from: string; to: string; words: string }) => {
    const [from, to] = [parseDay(asked.from), parseDay(asked.to)]
    if (from && to) run({ from, to, why: 'holiday', words: asked.words })
  }
  return (
    <Section
      title="Holidays"
      aside="for every student; second looks move past them, each student’s can be undone"
    >
      <BreakForm
        key={round}
        today={today}
        reasons={[['holiday', BREAK_WORDS.holiday]]}
        onNote={note}
      />
      {trouble && (
        <p role="alert" className="text-danger mt-1">
          {trouble.words}
        </p>
      )}
    </Section>
  )
}

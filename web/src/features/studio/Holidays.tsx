/** A holiday of the whole studio, noted with every student at once. */
import { useQueryClient } from '@tanstack/react-query'
import { parseDay } from '@vein-mend/core/kit'
import { useState } from 'react'
import { toast } from 'sonner'
import { api, ApiError } from '../../data/api'
import { BreakForm } from '../../ui/BreakForm'
import { Section } from '../../ui/Page'
import { sayRefusal } from '../../wording/refusals'
import { BREAK_WORDS, plural } from '../../wording/words'

export function Holidays({ today }: { today: string }) {
  const client = useQueryClient()
  const [round, setRound] = useState(0)
  const note = async (asked: { from: string; to: string; words: string }) => {
    const [from, to] = [parseDay(asked.from), parseDay(asked.to)]
    if (!from || !to) return
    try {
      const { students } = await api.noteBreak({ from, to, why: 'holiday', words: asked.words })
      await client.invalidateQueries()
      toast(
        students === 0
          ? 'Every student had it already'
          : `Noted with ${plural(students, 'student')}`,
      )
      setRound((r) => r + 1)
    } catch (error) {
      toast.error(
        error instanceof ApiError ? sayRefusal(error.refusal) : 'The server does not answer.',
      )
    }
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
        onNote={(asked) => void note(asked)}
      />
    </Section>
  )
}

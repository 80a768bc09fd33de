/** A holiday of the whole studio, noted with every student at once. */
import type { BreakRequest } from '@vein-mend/contract'
import { parseDay } from '@vein-mend/core/kit'
import { toast } from 'sonner'
import { api } from '../../data/api'
import { useChange } from '../../data/useChange'
import { BreakForm } from '../../parts/BreakForm'
import { Section } from '../../ui/Page'
import { BREAK_WORDS, plural } from '../../wording/words'

export function Holidays({ today }: { today: string }) {
  const { run, trouble } = useChange({
    change: ({ request }: { request: BreakRequest; noted: () => void }) => api.noteBreak(request),
    done: ({ students }, { noted }) => {
      toast(
        students === 0
          ? 'Every student had it already'
          : `Noted with ${plural(students, 'student')}`,
      )
      noted()
    },
  })
  const note = (asked: { from: string; to: string; words: string }, noted: () => void) => {
    const [from, to] = [parseDay(asked.from), parseDay(asked.to)]
    if (from && to) run({ request: { from, to, why: 'holiday', words: asked.words }, noted })
  }
  return (
    <Section
      title="Holidays"
      aside="for every student; second looks move past them, each student’s can be undone"
    >
      <BreakForm
        keptAs="studio"
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

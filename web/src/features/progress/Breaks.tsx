/** Days without lessons: second looks move past them, and the seam shows them. */
import { useView } from '../../data/studentContext'
import { BREAK_REASONS } from '@vein-mend/core/record'
import type { BreakReason } from '@vein-mend/core/record'
import { parseDay } from '@vein-mend/core/kit'
import { useActs } from '../../data/useActs'
import { BreakForm } from '../../parts/BreakForm'
import { Section } from '../../ui/Page'
import { shortDay } from '../../wording/dates'
import { BREAK_WORDS } from '../../wording/words'

export function Breaks() {
  const view = useView()
  const act = useActs(view.id)
  const { breaks } = view.record
  return (
    <Section title="Breaks" aside="second looks that fall into one are due after it">
      <ul>
        {breaks.map((b) => (
          <li key={b.act}>
            {shortDay(b.from)} – {shortDay(b.to)}
            <span className="text-kiln">
              , {BREAK_WORDS[b.why]}
              {b.words !== '' && `: ${b.words}`}
            </span>
          </li>
        ))}
      </ul>
      <BreakForm
        keptAs={view.id}
        today={view.today}
        reasons={BREAK_REASONS.map((why) => [why, BREAK_WORDS[why]] as const)}
        onNote={(asked, noted) => {
          const [from, to] = [parseDay(asked.from), parseDay(asked.to)]
          if (!from || !to) return
          const { words } = asked
          const why: BreakReason = asked.why
          act([{ kind: 'break-noted', from, to, why, words }], 'Break noted')
          noted()
        }}
      />
    </Section>
  )
}

/** What would change my mind: the single answers and signs that would put another fault first. */
import type { MindChange, Rival } from '@vein-mend/core/diagnosis'
import { Section } from '../../ui/Page'
import { percent } from '../../wording/words'

function sayWhat({ what }: MindChange) {
  if (what.kind === 'check') {
    return (
      <>
        {what.check.name}: <span className="font-medium">“{what.outcome.label}”</span>
      </>
    )
  }
  return (
    <>
      {what.there ? 'Seeing' : 'Not seeing'}{' '}
      <span className="font-medium">{what.finding.text.toLowerCase()}</span>
    </>
  )
}

export function MindChanges({
  changes,
  rivals,
}: {
  changes: readonly MindChange[]
  rivals: readonly Rival[]
}) {
  const nameOf = (id: string) => rivals.find((r) => r.fault.id === id)?.fault.name ?? id
  return (
    <Section title="What would change my mind" aside="one answer or sign at a time">
      {changes.length === 0 ? (
        <p className="text-kiln">
          No single answer or sign would put another fault first. It would take two or more.
        </p>
      ) : (
        <ul className="divide-line divide-y">
          {changes.map((c, i) => (
            <li key={i} className="py-1.5">
              <p>
                {sayWhat(c)}{' '}
                <span className="text-kiln">(to be expected in {percent(c.probability)})</span>
              </p>
              <p className="text-sm">
                puts “{nameOf(c.newFirst)}” first with {percent(c.newFirstProbability)}; the present
                first falls to {percent(c.oldFirstProbability)}.
              </p>
            </li>
          ))}
        </ul>
      )}
    </Section>
  )
}

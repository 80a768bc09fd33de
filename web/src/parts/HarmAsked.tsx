/** Words of pain that were typed somewhere: one press, and they stop the playing. */
import { searchFindings, tellsHarm } from '@vein-mend/core/phrases'
import type { Finding } from '@vein-mend/core/packs'
import { stopsHolding } from '@vein-mend/core/record'
import { useLesson, useView } from '../data/studentContext'
import { useActs } from '../data/useActs'
import { Button } from '../ui/Button'

const OFFERED_MOST = 3

/** The stops the words could mean, likeliest first; none where none is told, or it holds already. */
function useStopsMeant(text: string): readonly Finding[] {
  const { knowledge, record } = useView()
  if (!tellsHarm(text)) return []
  const holding = new Set(stopsHolding(record).map((s) => s.finding))
  const stops = knowledge.findings.filter((f) => f.stop)
  const found = searchFindings(stops, text, { most: OFFERED_MOST })
  return found.some((f) => holding.has(f.id)) ? [] : found
}

export function HarmAsked({ text }: { text: string }) {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  const meant = useStopsMeant(text)
  if (meant.length === 0 || !lesson.open) return null
  const note = (finding: Finding) =>
    act(
      [
        {
          kind: 'sign-noted',
          lesson: lesson.id,
          finding: finding.id,
          strength: 'marked',
          prompted: false,
          condition: null,
        },
      ],
      `${finding.text}: noted`,
    )
  return (
    <div role="status" className="bg-dangerwash mt-2 rounded p-3">
      <p>These words tell of pain. Is it one of these? Then nothing that loads the part goes on.</p>
      <div className="mt-2 flex flex-wrap gap-2">
        {meant.map((finding) => (
          <Button key={finding.id} small onClick={() => note(finding)}>
            {finding.text}
          </Button>
        ))}
      </div>
    </div>
  )
}

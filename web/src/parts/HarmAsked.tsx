/** Words of pain that were typed somewhere: one press, and they stop the playing. */
import { harmToldBy, stopsFor } from '@vein-mend/core/phrases'
import type { HarmTold } from '@vein-mend/core/phrases'
import type { Finding } from '@vein-mend/core/packs'
import { stopsHolding } from '@vein-mend/core/record'
import { useMemo, useState } from 'react'
import { useLesson, useView } from '../data/studentContext'
import { useActs } from '../data/useActs'
import { Button } from '../ui/Button'

/** The stops the words could mean, likeliest first; none where none is told, or it holds already. */
function useStopsMeant(told: HarmTold): readonly Finding[] {
  const { knowledge, record } = useView()
  if (told.level === 'none') return []
  const holding = new Set(stopsHolding(record).map((s) => s.finding))
  const found = stopsFor(knowledge.findings, told)
  // Those of a part that is named; where none is, every one may be meant.
  const named = found.filter((f) => f.stop && told.parts.includes(f.stop.part))
  const offered = named.length > 0 ? named : found
  const open = offered.filter((f) => !holding.has(f.id))
  // Of a part that was not named, a stop that holds has answered it.
  return named.length === 0 && open.length < offered.length ? [] : open
}

const ASKS = {
  stop: 'These words tell of pain. Is it one of these? Then nothing that loads the part goes on.',
  ask: 'Pain, or only tired? If it is one of these, nothing that loads the part goes on.',
} as const

/** Asks whether what was typed is harm, once for each text. */
export function HarmAsked({ text }: { text: string }) {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  const [answered, setAnswered] = useState('')
  const told = useMemo(() => harmToldBy(text), [text])
  const meant = useStopsMeant(told)
  if (told.level === 'none' || meant.length === 0 || !lesson.open || answered === text) return null
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
      <p>{ASKS[told.level]}</p>
      <div className="mt-2 flex flex-wrap gap-2">
        {meant.map((finding) => (
          <Button key={finding.id} onClick={() => note(finding)}>
            {finding.text}
          </Button>
        ))}
        <Button onClick={() => setAnswered(text)}>No, nothing hurts</Button>
      </div>
    </div>
  )
}

/** A moment of a recording noted as a sign. */
import type { Take } from '@vein-mend/core/takes'
import { useState } from 'react'
import { useView } from '../../data/studentContext'
import { useActs } from '../../data/useActs'
import { Button } from '../../ui/Button'
import { Pick } from '../../ui/Inputs'

export function HeardHere({ take, at }: { take: Take; at: number }) {
  const view = useView()
  const act = useActs(view.id)
  const [sign, setSign] = useState('')
  const lesson = view.record.lessons.find((l) => l.id === take.lesson)
  const signs = view.knowledge.findings.filter(
    (f) => f.observed === 'heard' && f.strand === 'tone' && !f.byCheckOnly,
  )
  const finding = signs.find((f) => f.id === sign)
  if (!lesson?.open || signs.length === 0) return null
  const seconds = Math.round(at * 10) / 10
  const note = () => {
    if (!finding) return
    const heard = { hash: take.hash, seconds }
    act(
      [
        {
          kind: 'sign-noted',
          lesson: lesson.id,
          finding: finding.id,
          strength: 'marked',
          prompted: false,
          condition: 'exercise',
          heard,
        },
      ],
      `Noted at ${seconds.toFixed(1)} s: ${finding.text}`,
    )
  }
  return (
    <div className="flex flex-wrap items-end gap-2">
      <div className="w-72">
        <Pick
          label="I hear here"
          value={sign}
          options={[['', 'choose a sign'], ...signs.map((f) => [f.id, f.text] as const)]}
          onChange={setSign}
        />
      </div>
      <Button disabled={!finding} onClick={note}>
        Note at <span className="tabular-nums">{seconds.toFixed(1)} s</span>
      </Button>
    </div>
  )
}

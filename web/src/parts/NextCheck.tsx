/** The check that is expected to settle most per minute, with its instruction. */
import { useView, useLesson } from '../data/studentContext'
import type { Diagnosis, RankedCheck } from '@vein-mend/core/diagnosis'
import { useState } from 'react'
import { useActs } from '../data/useActs'
import { Button } from '../ui/Button'
import { Section } from '../ui/Page'
import { percent } from '../wording/words'

/** Below this a check is not worth a student's patience, bits per minute. */
const WORTH_ASKING = 0.02

function sayMinutes(minutes: number): string {
  return minutes < 1 ? `${Math.round(minutes * 60)} s` : `${minutes} min`
}

function Worth({ ranked, diagnosis }: { ranked: RankedCheck; diagnosis: Diagnosis }) {
  return (
    <details className="text-sm">
      <summary className="text-kiln min-h-9 cursor-pointer py-1.5">
        Why this one: {ranked.bits.toFixed(2)} bits in {sayMinutes(ranked.check.minutes)}
      </summary>
      <ul className="ml-4 list-disc">
        {ranked.outcomes.map((o) => {
          const best = diagnosis.rivals
            .map((r, i) => ({ r, i }))
            .slice(0, 3)
            .map(({ r }) => r)
          return (
            <li key={o.outcome.id}>
              “{o.outcome.label}” is expected with {percent(o.probability)}
              {best[0] && (
                <>
                  ; then{' '}
                  {best
                    .map(
                      (r) => `${r.fault.name} ${percent(after(o.faults, r.fault.id, diagnosis))}`,
                    )
                    .join(', ')}
                </>
              )}
            </li>
          )
        })}
      </ul>
    </details>
  )
}

/** The outcome's probabilities are in the order of the pack's faults. */
function after(faults: Float64Array, id: string, diagnosis: Diagnosis): number {
  return faults[diagnosis.faultOrder.indexOf(id)] ?? 0
}

function Offered({
  ranked,
  diagnosis,
  onAnswer,
}: {
  ranked: RankedCheck
  diagnosis: Diagnosis
  onAnswer: (outcome: string) => void
}) {
  const { check } = ranked
  return (
    <div className="bg-glaze border-ink rounded-md border p-4">
      <div className="flex items-baseline gap-3">
        <h3 className="text-xl">{check.name}</h3>
        <span className="text-kiln ml-auto text-sm">{sayMinutes(check.minutes)}</span>
      </div>
      <p className="mt-1 text-lg leading-snug">{check.instruction}</p>
      <div className="mt-3 flex flex-wrap gap-2">
        {check.outcomes.map((o) => (
          <Button key={o.id} onClick={() => onAnswer(o.id)}>
            {o.label}
          </Button>
        ))}
      </div>
      <Worth ranked={ranked} diagnosis={diagnosis} />
    </div>
  )
}

export function NextCheck({ diagnosis }: { diagnosis: Diagnosis }) {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  const [skipped, setSkipped] = useState<readonly string[]>([])
  const worth = diagnosis.checks.ranked.filter(
    (r) => r.bitsPerMinute >= WORTH_ASKING && !skipped.includes(r.check.id),
  )
  const best = worth[0]
  const left = diagnosis.checks.leftOut.filter((l) => l.reason !== 'already-answered')
  if (!lesson.open) return null
  return (
    <Section
      title="Next check"
      aside={
        best && worth.length > 1 ? (
          <button
            type="button"
            className="min-h-9 underline underline-offset-4"
            onClick={() => setSkipped([...skipped, best.check.id])}
          >
            Offer another
          </button>
        ) : undefined
      }
    >
      {lesson.signs.length === 0 ? (
        <p className="text-kiln">
          Note a sign first; then the check that tells the rivals apart is offered here.
        </p>
      ) : best ? (
        <Offered
          ranked={best}
          diagnosis={diagnosis}
          onAnswer={(outcome) => {
            act(
              [{ kind: 'check-answered', lesson: lesson.id, check: best.check.id, outcome }],
              `${best.check.name}: noted`,
            )
            setSkipped([])
          }}
        />
      ) : (
        <p className="text-kiln">No check would tell much more. Settle, or note another sign.</p>
      )}
      {left.length > 0 && (
        <p className="text-kiln mt-2 text-sm">
          Left out:{' '}
          {left
            .map((l) => `${l.check.name} (${l.reason === 'pain' ? 'pain reported' : l.why})`)
            .join('; ')}
        </p>
      )}
      {lesson.checks.length > 0 && (
        <ul className="mt-2 text-sm" aria-label="Checks done">
          {lesson.checks.map((c) => (
            <li key={c.act}>
              <span className="text-kiln">{c.name}:</span> {c.outcome}
            </li>
          ))}
        </ul>
      )}
    </Section>
  )
}

/** The check that is expected to settle most per minute, with its instruction. */
import { useView, useLesson } from '../data/studentContext'
import type { Diagnosis, RankedCheck } from '@vein-mend/core/diagnosis'
import { factsOf, hasSigns } from '@vein-mend/core/record'
import { carefulCheck } from '@vein-mend/core/remedy'
import { useActs } from '../data/useActs'
import { useKept } from '../data/useKept'
import { Button } from '../ui/Button'
import { Fold } from '../ui/Fold'
import { Section } from '../ui/Page'
import { percent, plural } from '../wording/words'

/** Below this a check is not worth a student's patience, bits per minute. */
const WORTH_ASKING = 0.02

function sayMinutes(minutes: number): string {
  return minutes < 1 ? `${Math.round(minutes * 60)} seconds` : plural(minutes, 'minute')
}

function Worth({ ranked, diagnosis }: { ranked: RankedCheck; diagnosis: Diagnosis }) {
  return (
    <Fold
      className="text-sm"
      headClass="text-kiln"
      head={<span>Why this one: no other tells as much in {sayMinutes(ranked.check.minutes)}</span>}
    >
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
    </Fold>
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
  const { record, knowledge } = useView()
  const careful = carefulCheck(check, knowledge.sound, factsOf(record.card, knowledge))
  return (
    <div>
      <p className="leading-snug xl:text-lg">{check.instruction}</p>
      {careful.length > 0 && <p className="mt-1 font-medium">{careful.join(' ')}</p>}
      <div className="mt-2 grid gap-2 sm:grid-cols-2">
        {check.outcomes.map((o) => (
          <Button
            key={o.id}
            className="justify-start px-3 py-1.5 text-left leading-tight"
            onClick={() => onAnswer(o.id)}
          >
            {o.label}
          </Button>
        ))}
      </div>
      <Worth ranked={ranked} diagnosis={diagnosis} />
    </div>
  )
}

/** Checks the teacher would not do today; each can be had back. */
function PassedOver({
  checks,
  onBack,
}: {
  checks: readonly RankedCheck[]
  onBack: (check: string) => void
}) {
  if (checks.length === 0) return null
  return (
    <p className="mt-2 flex flex-wrap items-center gap-2 text-sm">
      <span className="text-kiln">Passed over:</span>
      {checks.map(({ check }) => (
        <button
          key={check.id}
          type="button"
          className="min-h-11 underline underline-offset-4"
          aria-label={`Take back: ${check.name}`}
          onClick={() => onBack(check.id)}
        >
          {check.name}
        </button>
      ))}
    </p>
  )
}

/** How long it takes, and the way to another one where there is one. */
function Time({ minutes, onOther }: { minutes: number; onOther?: () => void }) {
  return (
    <>
      {sayMinutes(minutes)}
      {onOther && (
        <button
          type="button"
          className="text-ink -my-3 ml-3 min-h-11 underline underline-offset-4"
          onClick={onOther}
        >
          Offer another
        </button>
      )}
    </>
  )
}

export function NextCheck({ diagnosis }: { diagnosis: Diagnosis }) {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  // Passed over for this lesson, over a reload too.
  const [kept, keep] = useKept(`checks-passed-over-${lesson.id}`)
  const skipped = kept === '' ? [] : kept.split(' ')
  const worth = diagnosis.checks.ranked.filter(
    (r) => r.bitsPerMinute >= WORTH_ASKING && !skipped.includes(r.check.id),
  )
  const best = worth[0]
  const passedOver = diagnosis.checks.ranked.filter((r) => skipped.includes(r.check.id))
  const left = diagnosis.checks.leftOut.filter((l) => l.reason === 'flag')
  const waiting = diagnosis.checks.leftOut.filter((l) => l.reason === 'pain').length
  const signs = hasSigns(view.record, lesson, view.knowledge)
  if (!lesson.open) return null
  return (
    <Section
      title={<>Next check{best && signs && <>: {best.check.name}</>}</>}
      aside={
        best &&
        signs && (
          <Time
            minutes={best.check.minutes}
            {...(worth.length > 1
              ? { onOther: () => keep([...skipped, best.check.id].join(' ')) }
              : {})}
          />
        )
      }
    >
      {!signs ? (
        <p className="text-kiln">
          Note a sign first; then the check that tells most is offered here.
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
          }}
        />
      ) : (
        waiting === 0 && (
          <p className="text-kiln">No check would tell much more. Decide, or note another sign.</p>
        )
      )}
      <PassedOver
        checks={passedOver}
        onBack={(back) => keep(skipped.filter((id) => id !== back).join(' '))}
      />
      {waiting > 0 && (
        <p className="mt-2">
          {plural(waiting, 'check')} {waiting === 1 ? 'waits' : 'wait'} until what is stopped has
          been answered.
        </p>
      )}
      {left.length > 0 && (
        <p className="text-kiln mt-2 text-sm">
          Left out: {left.map((l) => `${l.check.name} (${l.why})`).join('; ')}
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

/** What a take counts for: a try of its rung, and this lesson's look at the fault. The measure proposes, the teacher decides. */
import { writeWithin } from '@vein-mend/core/packs'
import type { Finding } from '@vein-mend/core/packs'
import {
  caseOf,
  latestReading,
  notTakenOf,
  takeSays,
  verdictByRule,
  verdictOn,
  whyNotTaken,
} from '@vein-mend/core/takes'
import { restsForPain } from '@vein-mend/core/record'
import type { CaseState, LessonState } from '@vein-mend/core/record'
import type { Take, TakeVerdict, WhyNotTaken } from '@vein-mend/core/takes'
import { useState } from 'react'
import { useView } from '../../data/studentContext'
import { useActs } from '../../data/useActs'
import { Button } from '../../ui/Button'
import { Section } from '../../ui/Page'
import { Pressed } from '../../ui/Pressed'

interface Props {
  readonly take: Take
  readonly state: CaseState
  readonly lesson: LessonState
  readonly verdict: TakeVerdict
}

const VERDICTS: Readonly<Record<TakeVerdict, string>> = {
  shows: 'Measured, the fault shows in it.',
  clear: 'Measured, the fault does not show in it.',
  'cannot-tell': 'Measured, nobody can tell: count it by ear, or play it again.',
}

const RULE_WORDS: Readonly<Record<TakeVerdict, string>> = {
  shows: 'it is not',
  clear: 'it is',
  'cannot-tell': 'nobody can tell',
}

/** Two answers of equal size, with the proposed one in ink. */
function Verdict({
  verdict,
  onCount,
}: {
  verdict: TakeVerdict
  onCount: (clean: boolean) => void
}) {
  return (
    <>
      <Button small look={verdict === 'clear' ? 'main' : 'plain'} onClick={() => onCount(true)}>
        Clean
      </Button>
      <Button small look={verdict === 'shows' ? 'main' : 'plain'} onClick={() => onCount(false)}>
        Slipped
      </Button>
    </>
  )
}

function AsTry({ take, state, lesson, verdict }: Props) {
  const act = useActs(useView().id)
  const { ladder } = state
  const rung = ladder?.rungs[ladder.at]
  if (!ladder || !rung || latestReading(take)?.of?.rung !== rung.id) return null
  const byRule = verdictByRule(take, rung.pass)
  const counted = ladder.tries.find((t) => t.take === take.hash)
  if (counted) {
    return <p>Counted as a try of the rung: {counted.clean > 0 ? 'clean' : 'slipped'}.</p>
  }
  const count = (clean: boolean) =>
    act(
      [
        {
          kind: 'rung-tried',
          lesson: lesson.id,
          case: state.id,
          rung: rung.id,
          clean: clean ? 1 : 0,
          tries: 1,
          take: take.hash,
        },
      ],
      `${rung.name}: ${clean ? 'a clean try' : 'a try that slipped'}`,
    )
  return (
    <div
      role="group"
      aria-label="As a try of the rung"
      className="flex flex-wrap items-center gap-2"
    >
      <span className="min-w-44">As a try of the rung:</span>
      <Verdict verdict={byRule ?? verdict} onCount={count} />
      {rung.pass.within && byRule !== null && (
        <span>
          asked: {writeWithin(rung.pass.within)}; {RULE_WORDS[byRule]}
        </span>
      )}
    </div>
  )
}

function AsLook({ take, state, lesson, verdict }: Props) {
  const act = useActs(useView().id)
  const [prompted, setPrompted] = useState(false)
  const counted = state.looks.find((l) => l.lesson === lesson.id && l.take !== undefined)
  if (counted) {
    return (
      <p>
        {counted.take === take.hash
          ? `Counted as this lesson’s look: ${counted.clean > 0 ? 'clean' : 'slipped'}.`
          : 'Another take counts as this lesson’s look: many takes of a day are one look.'}
      </p>
    )
  }
  const count = (clean: boolean) =>
    act(
      [
        {
          kind: 'look-taken',
          lesson: lesson.id,
          case: state.id,
          condition: 'exercise',
          prompted,
          clean: clean ? 1 : 0,
          tries: 1,
          take: take.hash,
        },
      ],
      `Looked: ${clean ? 'clean' : 'slipped'}`,
    )
  return (
    <div
      role="group"
      aria-label="As this lesson’s look"
      className="flex flex-wrap items-center gap-2"
    >
      <span className="min-w-44">As this lesson’s look:</span>
      <Verdict verdict={verdict} onCount={count} />
      <Pressed small pressed={prompted} onChange={setPrompted}>
        cue said
      </Pressed>
    </div>
  )
}

const namesOf = (findings: readonly Finding[]) =>
  findings.map((f) => f.text.toLowerCase()).join('; ')

const WHY_NOT_TAKEN: Readonly<Record<WhyNotTaken, string>> = {
  'no-crossing': 'no crossing is asked in it',
  'no-slower': 'it needs a slower take beside it',
  'no-usual': 'two lessons make a usual value, and there are not two',
  'too-few-crossings': 'it has too few crossings: play two octaves',
  prevented: 'the device, the room, another key or a waver stands in the way',
  'too-short': 'it is too short for that: play more of it',
}

const sayNotTaken = (take: Take, finding: Finding) =>
  `${finding.text.toLowerCase()} (${WHY_NOT_TAKEN[whyNotTaken(take, finding)]})`

export function Counts({ take }: { take: Take }) {
  const view = useView()
  const lesson = view.record.lessons.find((l) => l.id === take.lesson)
  const state = view.record.cases.find((c) => c.id === caseOf(take))
  const fault = view.knowledge.faults.find((f) => f.id === state?.fault)
  const doing = state?.status.state === 'healing' && !restsForPain(view.record, state)
  if (!lesson?.open || !state || !fault || !doing) return null
  const says = takeSays(view.record, take, view.knowledge)
  const notTaken = notTakenOf(take, says, fault, view.knowledge)
  const verdict = verdictOn(says, fault, notTaken)
  const looked = says.filter((s) => fault.shows[s.finding.id] !== undefined)
  const props = { take, state, lesson, verdict }
  return (
    <Section title="What it counts for">
      <p className="text-kiln mb-2">
        {VERDICTS[verdict]}
        {looked.length > 0 && ` Looked at: ${namesOf(looked.map((s) => s.finding))}.`}
        {notTaken.length > 0 &&
          ` Not looked at: ${notTaken.map((f) => sayNotTaken(take, f)).join('; ')}.`}
      </p>
      <div className="space-y-2">
        <AsTry {...props} />
        <AsLook {...props} />
      </div>
    </Section>
  )
}

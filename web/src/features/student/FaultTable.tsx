/** The faults with where they stand and what comes next. */
import { useView } from '../../data/studentContext'
import { ruleFor } from '@vein-mend/core/record'
import type { CaseState } from '@vein-mend/core/record'
import { Link } from 'react-router'
import { Section } from '../../ui/Page'
import { StateWord } from '../../ui/StateWord'
import { StrandMark } from '../../ui/StrandMark'
import { nearDay } from '../../wording/dates'
import { percent, STRAND_WORDS } from '../../wording/words'

function Next({ state }: { state: CaseState }) {
  const view = useView()
  const { status, ladder } = state
  if (status.state === 'mended') {
    return status.nextRecheck === null ? (
      <>All rechecks passed</>
    ) : (
      <>Look again {nearDay(status.nextRecheck, view.today)}</>
    )
  }
  if (!ladder || status.state !== 'healing') return <>Needs a remedy</>
  const rung = ladder.rungs[ladder.at]
  return (
    <>
      Rung {ladder.at + 1} of {ladder.rungs.length}: {rung?.name}
    </>
  )
}

function Mended({ state }: { state: CaseState }) {
  const view = useView()
  const rule = ruleFor(view.record, state)
  if (state.status.state === 'mended') return <>{percent(rule.belief)} sure</>
  return (
    <>
      {percent(rule.belief)} sure, {Math.min(rule.cleanLessons, rule.cleanLessonsAsked)} of{' '}
      {rule.cleanLessonsAsked} clean lessons
    </>
  )
}

export function FaultTable() {
  const view = useView()
  const { cases } = view.record
  if (cases.length === 0) return null
  return (
    <Section title="Faults">
      <table className="w-full">
        <thead className="text-kiln text-left text-sm">
          <tr>
            <th className="font-medium">Fault</th>
            <th className="font-medium">State</th>
            <th className="font-medium">Next</th>
            <th className="font-medium">Mended?</th>
            <th className="font-medium">Cue</th>
          </tr>
        </thead>
        <tbody>
          {cases.map((c) => (
            <tr key={c.id} className="border-line border-b align-top">
              <th scope="row" className="py-2 pr-4 text-left font-medium">
                <span className="flex items-baseline gap-2">
                  <StrandMark strand={c.strand} title={STRAND_WORDS[c.strand]} />
                  <Link
                    className="underline underline-offset-4"
                    to={`/students/${view.id}/faults/${c.id}`}
                  >
                    {c.name}
                  </Link>
                </span>
              </th>
              <td className="py-2 pr-4">
                <StateWord state={c.status.state} />
              </td>
              <td className="py-2 pr-4">
                <Next state={c} />
              </td>
              <td className="py-2 pr-4 tabular-nums">
                <Mended state={c} />
              </td>
              <td className="py-2">
                {c.cue ? `“${c.cue.words}”` : <span className="text-kiln">none yet</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Section>
  )
}

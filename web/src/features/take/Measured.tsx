/** Every value of a take, beside that of the take before; and measuring it anew. */
import { latestReading } from '@vein-mend/core/record'
import type { CaseId, Take, TakeReading } from '@vein-mend/core/record'
import { MEASURES, TIMING_ANALYSER } from '@vein-mend/core/timing'
import type { MeasureName } from '@vein-mend/core/timing'
import { useState } from 'react'
import { api } from '../../data/api'
import { freshAct } from '../../data/freshId'
import { useView } from '../../data/studentContext'
import { useChange } from '../../data/useChange'
import { Button } from '../../ui/Button'
import { Pick } from '../../ui/Inputs'
import { Section } from '../../ui/Page'
import { shortDay } from '../../wording/dates'
import { MEASURE_WORDS, sayMeasure, sayValue } from '../../wording/timingWords'

/** The take of the same rung before this one, if there was any. */
function takeBefore(takes: readonly Take[], take: Take): Take | null {
  const rung = latestReading(take)?.of?.rung
  const earlier = takes.slice(0, takes.indexOf(take)).filter((t) => !t.removed)
  return earlier.findLast((t) => rung !== undefined && latestReading(t)?.of?.rung === rung) ?? null
}

function useMeasuring(take: Take) {
  const view = useView()
  return useChange({
    change: (rung: { readonly case: CaseId; readonly rung: string } | null) =>
      api.measureTake(view.id, take.hash, { act: freshAct(), ...rung }),
    touches: [['student', view.id]],
    unchanged: 'The take is as it was.',
  })
}

/** What was played of nothing in particular can be laid against a rung later. */
function ForRung({ take }: { take: Take }) {
  const view = useView()
  const { run, running, trouble } = useMeasuring(take)
  const rungs = view.record.cases.flatMap(({ id, name, ladder }) =>
    (ladder?.rungs ?? [])
      .filter((r) => r.notes ?? r.own)
      .map((r) => ({ key: `${id} ${r.id}`, case: id, rung: r.id, words: `${r.name} (${name})` })),
  )
  const [chosen, choose] = useState('')
  const rung = rungs.find((r) => r.key === chosen)
  if (rungs.length === 0) {
    return <p className="text-kiln">No ladder with notes to lay it against.</p>
  }
  return (
    <div className="space-y-2">
      <Pick
        label="It was played for"
        value={chosen}
        options={[['', 'choose a rung'], ...rungs.map((r) => [r.key, r.words] as const)]}
        onChange={choose}
      />
      <Button
        disabled={running || !rung}
        onClick={() => rung && run({ case: rung.case, rung: rung.rung })}
      >
        Measure it
      </Button>
      {trouble && (
        <p role="alert" className="text-danger">
          {trouble.words}
        </p>
      )}
    </div>
  )
}

/** Read by an analyser that is older than this one: its figures stay, and the new ones stand beside them. */
function Older({ take, reading }: { take: Take; reading: TakeReading }) {
  const { run, running, trouble } = useMeasuring(take)
  if (reading.version === TIMING_ANALYSER.version) return null
  return (
    <p className="mt-3 flex flex-wrap items-center gap-3">
      <span className="text-kiln">
        Read by version {reading.version}; today’s is version {TIMING_ANALYSER.version}.
      </span>
      <Button small disabled={running} onClick={() => run(null)}>
        Measure anew
      </Button>
      {trouble && <span role="alert">{trouble.words}</span>}
    </p>
  )
}

const valueIn = (reading: TakeReading | null, name: MeasureName) =>
  reading?.measures.find((m) => m.name === name)

/** Columns beside the values that hold: the same take as it was read before, and the take before it. */
function useBeside(take: Take) {
  const before = takeBefore(useView().record.takes, take)
  const earlier = take.readings.length > 1 ? (take.readings.at(-2) ?? null) : null
  return [
    ...(earlier ? [{ head: `version ${earlier.version}`, reading: earlier }] : []),
    ...(before ? [{ head: shortDay(before.date), reading: latestReading(before) }] : []),
  ]
}

export function Measured({ take }: { take: Take }) {
  const reading = latestReading(take)
  const beside = useBeside(take)
  if (!reading) {
    return (
      <Section title="Measured" aside="nothing was asked, so nothing is compared yet">
        <ForRung take={take} />
      </Section>
    )
  }
  if (reading.measures.length === 0) return null
  return (
    <Section title="Measured" aside={`timing, version ${reading.version}`}>
      <table className="w-full">
        <thead className="text-kiln text-left text-sm">
          <tr>
            <th className="font-medium">What</th>
            <th className="font-medium">Now</th>
            {beside.map(({ head }) => (
              <th key={head} className="font-medium">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {MEASURES.flatMap((name) => {
            const now = valueIn(reading, name)
            return now
              ? [
                  <tr key={name} className="border-line border-b">
                    <th scope="row" className="py-1 pr-3 text-left font-normal">
                      {MEASURE_WORDS[name]}
                    </th>
                    <td className="tabular-nums">{sayMeasure(now)}</td>
                    {beside.map(({ head, reading: other }) => {
                      const then = valueIn(other, name)
                      return (
                        <td key={head} className="text-kiln tabular-nums">
                          {then ? sayValue(then.value, then.unit) : ''}
                        </td>
                      )
                    })}
                  </tr>,
                ]
              : []
          })}
        </tbody>
      </table>
      <Older take={take} reading={reading} />
    </Section>
  )
}

/** Every value of a take, beside those of other takes; and measuring it anew. */
import { latestReading, readingsNow } from '@vein-mend/core/takes'
import type { CaseId } from '@vein-mend/core/kit'
import type { Take, TakeReading } from '@vein-mend/core/takes'
import { analyserOf, MEASURES_DESCRIBED } from '@vein-mend/core/analysers'
import { useState } from 'react'
import { api } from '../../data/api'
import { useView } from '../../data/studentContext'
import { useMeasuring } from '../../data/useMeasuring'
import { MeasuringBar } from '../../parts/MeasuringBar'
import { Button } from '../../ui/Button'
import { Fold } from '../../ui/Fold'
import { Pick } from '../../ui/Inputs'
import { Section } from '../../ui/Page'
import { shortDay } from '../../wording/dates'
import { measureWords, NOT_MEASURED_WORDS, sayMeasure, sayValue } from '../../wording/measureWords'
import { plural } from '../../wording/words'

/** Takes beside which one is shown. */
const BESIDE_MOST = 2

/** Takes of the same rung before this one that were read alike, the nearest first. */
export function takesBefore(takes: readonly Take[], take: Take): readonly Take[] {
  const reading = latestReading(take)
  const rung = reading?.of?.rung
  if (rung === undefined) return []
  return takes
    .slice(0, takes.indexOf(take))
    .filter((t) => {
      const other = latestReading(t)
      return !t.removed && other?.of?.rung === rung && other.analyser === reading?.analyser
    })
    .toReversed()
}

interface RungChosen {
  readonly case: CaseId
  readonly rung: string
}

function useReading(take: Take) {
  const view = useView()
  return useMeasuring(view.id, {
    send: (rung: RungChosen | null, { act, signal }) =>
      api.measureTake(view.id, take.hash, { act, ...rung }, signal),
    unchanged: 'The take is as it was.',
  })
}

function Progress({ reading }: { reading: ReturnType<typeof useReading> }) {
  const { running, share, leave, trouble } = reading
  if (running) return <MeasuringBar share={share} onLeave={leave} />
  return (
    trouble && (
      <p role="alert" className="text-danger">
        {trouble.words}
      </p>
    )
  )
}

/** What was played of nothing in particular can be laid against a rung later; sound can be measured without. */
function NotMeasured({ take }: { take: Take }) {
  const view = useView()
  const reading = useReading(take)
  const rungs = view.record.cases.flatMap(({ id, name, ladder }) =>
    (ladder?.rungs ?? [])
      .filter((r) => r.notes ?? r.own)
      .map((r) => ({ key: `${id} ${r.id}`, case: id, rung: r.id, words: `${r.name} (${name})` })),
  )
  const [chosen, choose] = useState('')
  const rung = rungs.find((r) => r.key === chosen)
  const none = take.kind === 'sound' ? 'nothing in particular' : 'choose a rung'
  const run = () => {
    if (rung) reading.run({ case: rung.case, rung: rung.rung })
    else if (take.kind === 'sound') reading.run(null)
  }
  return (
    <div className="space-y-2">
      <Pick
        label="It was played for"
        value={chosen}
        options={[['', none], ...rungs.map((r) => [r.key, r.words] as const)]}
        onChange={choose}
      />
      <Button disabled={reading.running || (take.kind === 'notes' && !rung)} onClick={run}>
        Measure it
      </Button>
      <Progress reading={reading} />
    </div>
  )
}

/** Read by an analyser that is older than today's: its figures stay, and the new ones stand beside them. */
function Older({ take, readings }: { take: Take; readings: readonly TakeReading[] }) {
  const anew = useReading(take)
  const versionOf = (reading: TakeReading) =>
    analyserOf(reading.analyser)?.version ?? reading.version
  const reading = readings.find((r) => r.version !== versionOf(r))
  if (!reading) return null
  const version = versionOf(reading)
  return (
    <div className="mt-3 flex flex-wrap items-center gap-3">
      <span className="text-kiln">
        Read by version {reading.version}; today’s is version {version}.
      </span>
      <Button small disabled={anew.running} onClick={() => anew.run(null)}>
        Measure anew
      </Button>
      <Progress reading={anew} />
    </div>
  )
}

const valueIn = (readings: readonly TakeReading[], name: string) =>
  readings.flatMap((r) => r.measures).find((m) => m.name === name)

/** The readings before those that hold, of one measuring. */
function readingsBefore(take: Take): readonly TakeReading[] {
  const before = take.readings.slice(0, take.readings.length - readingsNow(take).length)
  return readingsNow({ ...take, readings: before })
}

/** Columns beside the values that hold: the same take as it was read before, and takes before it. */
function useBeside(take: Take) {
  const before = takesBefore(useView().record.takes, take).slice(0, BESIDE_MOST)
  const earlier = readingsBefore(take)
  const [one] = earlier
  return [
    ...(one ? [{ head: `version ${one.version}`, readings: earlier }] : []),
    ...before.map((t, i) => ({
      head: t.date === take.date ? `${i === 0 ? 'just' : 'also'} before` : shortDay(t.date),
      readings: readingsNow(t),
    })),
  ]
}

const NAMES = Object.keys(MEASURES_DESCRIBED)

type Beside = ReturnType<typeof useBeside>

function Rows({
  names,
  readings,
  beside,
}: {
  names: readonly string[]
  readings: readonly TakeReading[]
  beside: Beside
}) {
  return (
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
        {names.flatMap((name) => {
          const now = valueIn(readings, name)
          if (!now) return []
          return [
            <tr key={name} className="border-line border-b">
              <th scope="row" className="py-1 pr-3 text-left font-normal">
                {measureWords(name)}
              </th>
              <td className="pr-3 tabular-nums">{sayMeasure(now)}</td>
              {beside.map(({ head, readings: other }) => {
                const then = valueIn(other, name)
                return (
                  <td key={head} className="text-kiln pr-3 tabular-nums">
                    {then ? sayValue(then.value, then.unit) : ''}
                  </td>
                )
              })}
            </tr>,
          ]
        })}
      </tbody>
    </table>
  )
}

/** Values some sign of this instrument is told by, which a teacher reads first; then the others. */
function useOrder(readings: readonly TakeReading[]) {
  const { knowledge } = useView()
  const there = NAMES.filter((name) => valueIn(readings, name))
  const telling = new Set<string>(knowledge.findings.flatMap((f) => f.measured?.by ?? []))
  const first = there.filter((name) => telling.has(name))
  return first.length === 0
    ? { first: there, others: [] }
    : { first, others: there.filter((name) => !telling.has(name)) }
}

/** What was tried and gave no figure: it says nothing, neither for a fault nor against one. */
function CameToNothing({ readings }: { readings: readonly TakeReading[] }) {
  const nothing = readings.flatMap((r) => r.notMeasured)
  if (nothing.length === 0) return null
  return (
    <p className="mt-3">
      Not measured:{' '}
      {nothing
        .map(({ name, why }) => `${measureWords(name).toLowerCase()} (${NOT_MEASURED_WORDS[why]})`)
        .join('; ')}
      . It says nothing of this take.
    </p>
  )
}

export function Measured({ take }: { take: Take }) {
  const readings = readingsNow(take)
  const beside = useBeside(take)
  const { first, others } = useOrder(readings)
  if (readings.length === 0) {
    return (
      <Section title="Measured" aside="nothing was asked, so nothing is compared yet">
        <NotMeasured take={take} />
      </Section>
    )
  }
  if (readings.every((r) => r.measures.length === 0)) {
    return (
      <Section title="Measured">
        <p className="text-kiln">
          Nothing: there was too little of it, or it does not go up with the notes that were asked.
        </p>
        <CameToNothing readings={readings} />
        <Older take={take} readings={readings} />
      </Section>
    )
  }
  const a4 = latestReading(take)?.a4
  const by = readings.map((r) => `${r.analyser}, version ${r.version}`)
  const tuned = a4 === undefined ? [] : [`A at ${a4} Hz`]
  return (
    <Section title="Measured" aside={[...by, ...tuned].join('; ')}>
      <Rows names={first} readings={readings} beside={beside} />
      {others.length > 0 && (
        <Fold head={<span>{plural(others.length, 'further value')}</span>}>
          <Rows names={others} readings={readings} beside={beside} />
        </Fold>
      )}
      <CameToNothing readings={readings} />
      <Older take={take} readings={readings} />
    </Section>
  )
}

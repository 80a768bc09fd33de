/** When each fault may be mended: windows, never one date. */
import type { PracticeWeekResponse } from '@vein-mend/contract'
import { addDays, daysBetween } from '@vein-mend/core/kit'
import type { IsoDate } from '@vein-mend/core/kit'
import { paceOf } from '@vein-mend/core/practice'
import type { Pace, WeekPlan } from '@vein-mend/core/practice'
import { activeProjects, keptShare, ruleFor } from '@vein-mend/core/record'
import type { StudentRecord } from '@vein-mend/core/record'
import type { StudentView } from '../../data/useStudent'
import { Section } from '../../ui/Page'
import { shortDay } from '../../wording/dates'
import { percent } from '../../wording/words'
import { useForecast } from '../../workers/useForecast'

const USUAL_GAP = 7
const WEEKS_LOOKED_AT = 4
/** Taken when nothing was ticked at home; common practice. */
const KEPT_UNKNOWN = 0.6

/** The middle gap between lessons, days. */
function usualGap(record: StudentRecord): number {
  const gaps = record.lessons
    .slice(1)
    .map((l, i) => daysBetween(record.lessons[i]?.date ?? l.date, l.date))
    .filter((d) => d > 0)
    .sort((a, b) => a - b)
  return gaps[Math.floor(gaps.length / 2)] ?? USUAL_GAP
}

/** Share of the days asked for that the plan gives to the fault's rung. */
function placed(plan: WeekPlan, id: string): number {
  const days = plan.days.filter((d) => d.blocks.some((b) => b.item.case === id)).length
  const asked = plan.days.flatMap((d) => d.blocks).find((b) => b.item.case === id)?.item.askedDays
  return asked === undefined ? 0 : days / asked
}

function days([from, to]: readonly [number, number], today: IsoDate): string {
  const day = (n: number) =>
    Number.isFinite(n) ? shortDay(addDays(today, Math.round(n))) : 'beyond two years'
  return `${day(from)} – ${day(to)}`
}

function Row({
  pace,
  kept,
  today,
  says,
}: {
  pace: Pace
  kept: number
  today: IsoDate
  says: string
}) {
  const { data } = useForecast(pace, kept)
  return (
    <tr>
      <th scope="row" className="text-kiln pr-6 text-left font-normal">
        {says}
      </th>
      <td className="pr-6">{data ? days(data.half, today) : '…'}</td>
      <td>{data ? days(data.most, today) : '…'}</td>
    </tr>
  )
}

interface Props {
  readonly view: StudentView
  readonly plan: WeekPlan
  readonly roomier: WeekPlan
  readonly moreMinutes: number
  readonly first: PracticeWeekResponse['first']
}

export function Forecasts({ view, plan, roomier, moreMinutes, first }: Props) {
  const { record, today } = view
  const from = addDays(today, -WEEKS_LOOKED_AT * 7)
  const known = keptShare(record.home, from, today)
  const kept = known ?? KEPT_UNKNOWN
  const gap = usualGap(record)
  const faults = activeProjects(record).flatMap((state) => {
    const pace = paceOf(state, ruleFor(record, state).cleanLessons, gap)
    return pace ? [{ state, pace }] : []
  })
  if (faults.length === 0) return null
  return (
    <Section
      title="When it may be mended"
      aside={
        known === null
          ? 'nothing ticked yet: 60 % taken as kept'
          : `${percent(known)} ticked in four weeks`
      }
    >
      <ul className="divide-line divide-y">
        {faults.map(({ state, pace }) => (
          <li key={state.id} className="py-2">
            <p className="font-medium">{state.name}</p>
            <table className="tabular-nums">
              <thead>
                <tr className="text-kiln text-left text-sm">
                  <td />
                  <th className="pr-6 font-normal">in half of the ways it could go</th>
                  <th className="font-normal">in four of five</th>
                </tr>
              </thead>
              <tbody>
                <Row
                  pace={pace}
                  kept={kept * placed(plan, state.id)}
                  today={today}
                  says="As planned"
                />
                {placed(roomier, state.id) > placed(plan, state.id) && (
                  <Row
                    pace={pace}
                    kept={kept * placed(roomier, state.id)}
                    today={today}
                    says={`${moreMinutes} min more a day`}
                  />
                )}
                {first
                  .filter((f) => placed(f.plan, state.id) !== placed(plan, state.id))
                  .map((f) => (
                    <Row
                      key={f.case}
                      pace={pace}
                      kept={kept * placed(f.plan, state.id)}
                      today={today}
                      says={f.case === state.id ? 'Put first' : 'The other first'}
                    />
                  ))}
                <Row
                  pace={pace}
                  kept={placed(plan, state.id)}
                  today={today}
                  says="All of it kept"
                />
              </tbody>
            </table>
          </li>
        ))}
      </ul>
      <p className="text-kiln mt-1 text-sm">
        From {record.lessons.length} lessons of this student and a cautious start; wide windows mean
        that little is known yet.
      </p>
    </Section>
  )
}

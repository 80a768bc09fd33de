/** Windows for one thing that may come, a row for each way the weeks could be kept; never one date. */
import { addDays } from '@vein-mend/core/kit'
import type { IsoDate } from '@vein-mend/core/kit'
import type { ForecastWindow } from '@vein-mend/core/practice'
import { shortDay } from '../wording/dates'
import { percent } from '../wording/words'
import { useForecast } from '../workers/useForecast'
import type { Asked } from '../workers/useForecast'

/** One way the weeks could be kept, and what it is called. */
export interface Way {
  readonly says: string
  /** Share of the practice asked for that is kept, [0, 1]. */
  readonly kept: number
}

/** More runs than this that never get there are said beside the window. */
const NEVER_TOLD = 0.1

function never({ never: share }: ForecastWindow): string {
  return share > NEVER_TOLD ? `, ${percent(share)} not within two years` : ''
}

function days([from, to]: readonly [number, number], today: IsoDate): string {
  const day = (n: number) =>
    Number.isFinite(n) ? shortDay(addDays(today, Math.round(n))) : 'beyond two years'
  return from === to ? day(from) : `${day(from)} – ${day(to)}`
}

function WayRow({ asked, way, today }: { asked: Asked; way: Way; today: IsoDate }) {
  const { data } = useForecast(asked, way.kept)
  return (
    <tr className="align-baseline">
      <th scope="row" className="text-kiln pr-6 text-left font-normal">
        {way.says}
      </th>
      <td className="pr-6">{data ? days(data.half, today) : '…'}</td>
      <td>
        {data ? days(data.most, today) : '…'}
        {data && <span className="text-kiln">{never(data)}</span>}
      </td>
    </tr>
  )
}

/** One window in words, where there is no room for a table. */
export function OutlookInWords({
  asked,
  kept,
  today,
}: {
  asked: Asked
  kept: number
  today: IsoDate
}) {
  const { data } = useForecast(asked, kept)
  if (!data) return <p className="text-kiln">Looking ahead …</p>
  return (
    <p>
      May open {days(data.half, today)} <span className="text-kiln">as likely as not,</span>{' '}
      {days(data.most, today)} <span className="text-kiln">four times in five{never(data)}.</span>
    </p>
  )
}

/** Nothing is foretold of what nobody has looked at. */
export function LookFirst({ needs }: { needs: readonly string[] }) {
  return (
    <p className="text-kiln">
      Too little is seen to look ahead. Look first whether this holds: {needs.join('; ')}.
    </p>
  )
}

export function Outlook({
  asked,
  ways,
  today,
}: {
  asked: Asked
  ways: readonly Way[]
  today: IsoDate
}) {
  return (
    <table className="tabular-nums">
      <thead>
        <tr className="text-kiln text-left text-sm">
          <td />
          <th className="pr-6 font-normal whitespace-nowrap">as likely as not</th>
          <th className="font-normal whitespace-nowrap">four times in five</th>
        </tr>
      </thead>
      <tbody>
        {ways.map((way) => (
          <WayRow key={way.says} asked={asked} way={way} today={today} />
        ))}
      </tbody>
    </table>
  )
}

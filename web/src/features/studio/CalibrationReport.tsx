/** Probabilities given against how often they came true, with how little is known said first. */
import type { StudioResponse } from '@vein-mend/contract'
import { DIAGNOSES_ENOUGH } from '@vein-mend/core/insight'
import type { Calibration, ReliabilityRow } from '@vein-mend/core/insight'
import { percent, plural } from '../../wording/words'

const SIZE = 220

/** The diagonal is a diagnosis that is right as often as it says; each mark carries its 95 % interval. */
function ReliabilityPicture({ rows }: { rows: readonly ReliabilityRow[] }) {
  const shown = rows.filter((r) => r.forecasts > 0)
  const x = (p: number) => 30 + p * SIZE
  const y = (p: number) => 10 + (1 - p) * SIZE
  return (
    <svg viewBox={`0 0 ${SIZE + 45} ${SIZE + 40}`} className="w-72 shrink-0" aria-hidden>
      <rect x={x(0)} y={y(1)} width={SIZE} height={SIZE} fill="var(--glaze)" stroke="var(--line)" />
      <path d={`M${x(0)} ${y(0)} L${x(1)} ${y(1)}`} stroke="var(--kiln)" strokeDasharray="3 4" />
      {shown.map((r) => (
        <g key={r.from} stroke="var(--ink)" strokeWidth="1.6">
          <path d={`M${x(r.said)} ${y(r.came.low)} V${y(r.came.high)}`} />
          <circle cx={x(r.said)} cy={y(r.came.share)} r="4" fill="var(--ink)" />
        </g>
      ))}
      <text x={x(0.5)} y={SIZE + 36} textAnchor="middle" fontSize="12" fill="var(--ink)">
        said
      </text>
      <text
        x="12"
        y={y(0.5)}
        textAnchor="middle"
        fontSize="12"
        fill="var(--ink)"
        transform={`rotate(-90 12 ${y(0.5)})`}
      >
        came true
      </text>
      {[0, 0.5, 1].map((p) => (
        <text key={p} x={x(p)} y={SIZE + 22} textAnchor="middle" fontSize="11" fill="var(--kiln)">
          {p * 100}
        </text>
      ))}
    </svg>
  )
}

function Rows({ rows }: { rows: readonly ReliabilityRow[] }) {
  return (
    <table className="min-w-96 self-start">
      <thead className="text-kiln text-left text-sm">
        <tr>
          <th className="pr-6 font-medium">Said</th>
          <th className="pr-6 text-right font-medium">Times</th>
          <th className="pr-6 text-right font-medium">On average</th>
          <th className="text-right font-medium">Came true</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => (
          <tr key={r.from} className="border-line border-b tabular-nums">
            <th scope="row" className="py-1.5 pr-6 text-left font-normal">
              {Math.round(r.from * 100)} to {Math.round(r.to * 100)} %
            </th>
            <td className="pr-6 text-right">{r.forecasts}</td>
            <td className="pr-6 text-right">{r.forecasts === 0 ? '' : percent(r.said)}</td>
            <td className="text-right">
              {r.forecasts === 0 ? (
                <span className="text-kiln">nothing yet</span>
              ) : (
                <>
                  {percent(r.came.share)}{' '}
                  <span className="text-kiln">
                    ({percent(r.came.low)} to {percent(r.came.high)})
                  </span>
                </>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** The root of the mean squared miss (Brier 1950), as points of 100. */
const points = (brier: number) => Math.round(100 * Math.sqrt(brier))

function Verdict({ c }: { c: Calibration }) {
  if (c.diagnoses === 0) return <p>Nothing has been decided yet, so there is nothing to judge.</p>
  return (
    <>
      {c.tooFew && (
        <p className="font-medium">
          Too few cases to judge: {plural(c.diagnoses, 'diagnosis', 'diagnoses')} decided,{' '}
          {DIAGNOSES_ENOUGH} are wanted.
        </p>
      )}
      <p>
        {plural(c.diagnoses, 'diagnosis', 'diagnoses')} decided with{' '}
        {plural(c.forecasts, 'probability', 'probabilities')} on record. The first of the ranking
        was decided on in {percent(c.firstSettled.share)} (between {percent(c.firstSettled.low)} and{' '}
        {percent(c.firstSettled.high)}); {c.overruled} {c.overruled === 1 ? 'was' : 'were'} chosen
        against it.
      </p>
      {c.brier !== null && c.brierOfBaseRate !== null && (
        <p>
          What was said missed by {points(c.brier)} points of 100; always saying the average would
          have missed by {points(c.brierOfBaseRate)}. No miss at all would be perfect.
        </p>
      )}
      <p className="text-kiln text-sm">
        What the teacher decided on is taken as the truth. Where the teacher follows the ranking
        this flatters it; only faults that mend by their remedy, or do not, can say more.
      </p>
    </>
  )
}

export function CalibrationReport({ studio }: { studio: StudioResponse }) {
  const c = studio.calibration
  return (
    <div className="space-y-2">
      <Verdict c={c} />
      {c.diagnoses > 0 && (
        <div className="flex flex-wrap gap-8 pt-2">
          <Rows rows={c.rows} />
          <ReliabilityPicture rows={c.rows} />
        </div>
      )}
      {studio.settledBy.length > 0 && (
        <p className="text-kiln text-sm">
          Decided:{' '}
          {studio.settledBy.map((s) => `${s.instrument.toLowerCase()} ${s.diagnoses}`).join(', ')}.
        </p>
      )}
    </div>
  )
}

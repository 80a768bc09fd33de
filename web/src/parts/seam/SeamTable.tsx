/** The seam as a table: what the picture says, lesson by lesson. */
import type { SeamLayout } from '@vein-mend/core/seam'
import { shortDay } from '../../wording/dates'
import { STATE_WORDS } from '../../wording/words'

export function SeamTable({ layout }: { layout: SeamLayout }) {
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="The seam as a table">
      <table className="text-sm">
        <caption className="sr-only">State of each fault after each lesson shown</caption>
        <thead>
          <tr>
            <th className="bg-slip sticky left-0 pr-3 text-left">Fault</th>
            {layout.columns.map((c) => (
              <th key={c.lesson} className="px-1.5 text-left font-medium whitespace-nowrap">
                {shortDay(c.date).slice(4)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {layout.veins.map(({ state }) => {
            const points = new Map(state.points.map((p) => [p.lesson, p]))
            return (
              <tr key={state.id} className="border-line border-t">
                <th
                  scope="row"
                  className="bg-slip sticky left-0 py-1 pr-3 text-left font-medium whitespace-nowrap"
                >
                  {state.name}
                </th>
                {layout.columns.map((c) => {
                  const point = points.get(c.lesson)
                  return (
                    <td key={c.lesson} className="px-1.5 whitespace-nowrap">
                      {point
                        ? `${STATE_WORDS[point.state]}${point.rungsPassed > 0 ? `, ${point.rungsPassed} up` : ''}`
                        : ''}
                    </td>
                  )
                })}
              </tr>
            )
          })}
        </tbody>
      </table>
    </div>
  )
}

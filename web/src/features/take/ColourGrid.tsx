/** The grid of colours of a plucked string, filled from takes: brighter is a larger number. */
import { colourGrid, GRID_PLACES, GRID_POSITIONS, GRID_TOUCHES } from '@vein-mend/core/takes'
import type { ColouredCell, GridCell, Take } from '@vein-mend/core/takes'
import { Link } from 'react-router'
import { useView } from '../../data/studentContext'
import { Section } from '../../ui/Page'
import { PLACE_WORDS, TOUCH_WORDS } from '../../wording/gridWords'
import { sayMeasure } from '../../wording/measureWords'

function Cell({ found, here }: { found: ColouredCell | undefined; here: boolean }) {
  const view = useView()
  if (!found) return <span className="text-kiln">–</span>
  return (
    <Link
      to={`/students/${view.id}/takes/${found.take.act}`}
      className={`tabular-nums underline underline-offset-4 ${here ? 'font-semibold' : ''}`}
    >
      {sayMeasure(found.brightness)}
    </Link>
  )
}

export function ColourGrid({ take }: { take: Take }) {
  const view = useView()
  if (!take.grid) return null
  const cells = colourGrid(view.record.takes.filter((t) => t.lesson === take.lesson))
  const of = (position: GridCell['position'], place: GridCell['place'], touch: GridCell['touch']) =>
    cells.find(
      (c) => c.cell.position === position && c.cell.place === place && c.cell.touch === touch,
    )
  return (
    <Section title="Colours of this lesson" aside="brightness, in harmonics">
      <table className="w-full">
        <thead className="text-kiln text-left text-sm">
          <tr>
            <th className="font-medium">Position</th>
            {GRID_PLACES.map((place) => (
              <th key={place} className="font-medium">
                {PLACE_WORDS[place]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {GRID_POSITIONS.flatMap((position) =>
            GRID_TOUCHES.map((touch) => (
              <tr key={`${position} ${touch}`} className="border-line border-b">
                <th scope="row" className="py-1 pr-3 text-left font-normal">
                  {position}, {TOUCH_WORDS[touch]}
                </th>
                {GRID_PLACES.map((place) => {
                  const found = of(position, place, touch)
                  return (
                    <td key={place}>
                      <Cell found={found} here={found?.take.act === take.act} />
                    </td>
                  )
                })}
              </tr>
            )),
          )}
        </tbody>
      </table>
      <p className="text-kiln mt-2 text-sm">
        Up the neck the string is shorter: the same colour wants the hand nearer to the bridge.
      </p>
    </Section>
  )
}

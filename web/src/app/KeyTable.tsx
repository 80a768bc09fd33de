/** All keys of the product, in a panel beside the page. */
import { SidePanel } from '../ui/SidePanel'

type Keys = readonly (readonly [keys: string, what: string])[]

const MAP: readonly (readonly [where: string, keys: Keys])[] = [
  [
    'Everywhere',
    [
      ['?', 'these keys'],
      ['Tab', 'on to the next thing, Shift and Tab back'],
      ['Esc', 'closes what lies on top'],
    ],
  ],
  [
    'The line of the lesson',
    [
      ['letters', 'find a sign; ↓ and ↑ choose'],
      ['Alt 1 … 4', 'notes the sign below, where the words themselves are what Enter notes'],
      ['2 · 1 · ? · 0', 'note it as marked, slight, unsure, not there'],
      ['Enter', 'notes it as marked, or keeps your own words'],
      ['. and Enter', 'does what the lesson comes to next'],
      ['. and letters', 'finds anything the desk can do: aim, up, decide, sheet, close …'],
      ['4 5', 'four clean of five: a look, or a try of the rung'],
      ['Esc', 'empties the line'],
    ],
  ],
  [
    'The lesson',
    [
      ['Ctrl Z', 'takes the last note back, where no text is being typed'],
      ['Backspace', 'one try less, in a count'],
      ['any key', 'counts a slip while slips are counted; Enter stops'],
    ],
  ],
  [
    'The practice week',
    [
      ['← and →', 'move the block to another day'],
      ['Delete', 'takes it off this day'],
    ],
  ],
  [
    'The seam',
    [
      ['← and →', 'from lesson to lesson'],
      ['↑ and ↓', 'from fault to fault'],
      ['+ and −', 'closer, further'],
      ['Shift ← and →', 'earlier, later'],
    ],
  ],
]

interface Props {
  readonly open: boolean
  readonly onOpenChange: (open: boolean) => void
}

export default function KeyTable({ open, onOpenChange }: Props) {
  return (
    <SidePanel
      open={open}
      onOpenChange={onOpenChange}
      title="Keys"
      about="Everything works by touch as well."
    >
      {MAP.map(([where, keys]) => (
        <section key={where} className="mb-5">
          <h3 className="border-line mb-1 border-b pb-1 text-lg">{where}</h3>
          <dl className="grid grid-cols-[9rem_minmax(0,1fr)] gap-y-1">
            {keys.map(([key, what]) => (
              <div key={key} className="contents">
                <dt className="font-medium">{key}</dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </SidePanel>
  )
}

/** Which cell of the grid of colours a plucked take is for; none unless somebody asks. */
import { GRID_PLACES, GRID_POSITIONS, GRID_TOUCHES } from '@vein-mend/core/takes'
import type { GridCell } from '@vein-mend/core/takes'
import { Choice } from '../../ui/Choice'
import { Fold } from '../../ui/Fold'
import { PLACE_WORDS, TOUCH_WORDS } from '../../wording/gridWords'

const FIRST: GridCell = { position: 'I', place: 'rosette', touch: 'connected' }

export function GridCellChoice({
  cell,
  onChange,
}: {
  readonly cell: GridCell | null
  readonly onChange: (cell: GridCell | null) => void
}) {
  const now = cell ?? FIRST
  return (
    <Fold
      head={<span className="font-medium">For the grid of colours</span>}
      open={cell !== null}
      onOpenChange={(open) => onChange(open ? FIRST : null)}
    >
      <div className="space-y-2">
        <Choice
          label="Position of the left hand"
          value={now.position}
          options={GRID_POSITIONS.map((p) => [p, p] as const)}
          onChange={(position) => onChange({ ...now, position })}
        />
        <Choice
          label="Plucked"
          value={now.place}
          options={GRID_PLACES.map((p) => [p, PLACE_WORDS[p]] as const)}
          onChange={(place) => onChange({ ...now, place })}
        />
        <Choice
          label="Notes"
          value={now.touch}
          options={GRID_TOUCHES.map((t) => [t, TOUCH_WORDS[t]] as const)}
          onChange={(touch) => onChange({ ...now, touch })}
        />
      </div>
    </Fold>
  )
}

/** The rungs in order: dragged by hand or moved by key, chosen to be looked at. */
import { sayPass } from '@vein-mend/core/packs'
import { closestCenter, DndContext, PointerSensor, useSensor, useSensors } from '@dnd-kit/core'
import type { DragEndEvent } from '@dnd-kit/core'
import {
  arrayMove,
  SortableContext,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable'
import type { LadderRung } from '@vein-mend/core/remedy'
import { GripVertical, Music } from 'lucide-react'
import { useCallback, useLayoutEffect, useRef } from 'react'

interface Props {
  readonly rungs: readonly LadderRung[]
  readonly chosen: string
  /** Id of the rung the student is on; null when none. */
  readonly now: string | null
  readonly onChoose: (id: string) => void
  readonly onOrder: (rungs: readonly LadderRung[]) => void
}

interface RowProps {
  readonly rung: LadderRung
  readonly number: number
  readonly chosen: boolean
  readonly now: boolean
  readonly onChoose: () => void
  /** By one place, by key. */
  readonly onStep: (step: 1 | -1, handle: HTMLElement) => void
}

function Row({ rung, number, chosen, now, onChoose, onStep }: RowProps) {
  const { setNodeRef, transform, transition, isDragging, listeners } = useSortable({ id: rung.id })
  return (
    <li
      ref={setNodeRef}
      style={{
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
        transition: transition,
      }}
      className={`flex items-stretch rounded-md border ${chosen ? 'border-ink bg-glaze' : 'border-line bg-slip'} ${isDragging ? 'relative z-10' : ''}`}
    >
      <button
        type="button"
        aria-label={`Move rung ${number}: ${rung.name}`}
        aria-description="Arrow up and down move it by one place"
        className="grid w-10 cursor-grab touch-none place-items-center"
        onKeyDown={(event) => {
          if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return
          event.preventDefault()
          onStep(event.key === 'ArrowDown' ? 1 : -1, event.currentTarget)
        }}
        {...listeners}
      >
        <GripVertical aria-hidden size={16} />
      </button>
      <button
        type="button"
        onClick={onChoose}
        aria-pressed={chosen}
        className="min-h-12 flex-1 py-1 pr-2 text-left leading-tight"
      >
        <span className="text-kiln tabular-nums">{number}</span>{' '}
        <span className={now ? 'font-semibold' : ''}>{rung.name}</span>
        {now && <span className="text-kiln text-sm"> now</span>}
        {(rung.notes ?? rung.own) && (
          <Music aria-label="has notes" size={13} className="text-kiln ml-1.5 inline" />
        )}
        <span className="text-kiln block text-sm">
          {rung.dose.times}×, {rung.dose.minutes} min, {sayPass(rung.pass)}
        </span>
      </button>
    </li>
  )
}

/** What a key moved takes another place in the page and would lose the keys: they stay with it. */
function useKeysStay(rungs: readonly LadderRung[]) {
  const moved = useRef<HTMLElement | null>(null)
  useLayoutEffect(() => {
    moved.current?.focus()
    moved.current = null
  }, [rungs])
  return useCallback((handle: HTMLElement) => {
    moved.current = handle
  }, [])
}

export function RungList({ rungs, chosen, now, onChoose, onOrder }: Props) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }))
  const keysStayAt = useKeysStay(rungs)
  const ids = rungs.map((r) => r.id)
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return
    const from = ids.indexOf(String(active.id))
    const to = ids.indexOf(String(over.id))
    onOrder(arrayMove([...rungs], from, to))
  }
  const step = (from: number, by: 1 | -1, handle: HTMLElement) => {
    const to = from + by
    if (to < 0 || to >= rungs.length) return
    keysStayAt(handle)
    onOrder(arrayMove([...rungs], from, to))
  }
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        <ol aria-label="Rungs" className="space-y-1.5">
          {rungs.map((rung, i) => (
            <Row
              key={rung.id}
              rung={rung}
              number={i + 1}
              chosen={rung.id === chosen}
              now={rung.id === now}
              onChoose={() => onChoose(rung.id)}
              onStep={(by, handle) => step(i, by, handle)}
            />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  )
}

/** The days across; a block is moved by dragging or by the arrow keys, and taken off with Delete. */
import {
  DndContext,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import type { DragEndEvent } from '@dnd-kit/core'
import { addDays } from '@vein-mend/core/kit'
import type { IsoDate } from '@vein-mend/core/kit'
import type { Block, WeekPlan } from '@vein-mend/core/practice'
import type { Strand } from '@vein-mend/core/packs'
import { Pin } from 'lucide-react'
import { StrandMark } from '../../ui/StrandMark'
import { WEEKDAY_WORDS } from '../../wording/words'
import { DayMinutes } from './DayMinutes'
import { WHY_WORDS } from './words'

export interface Chosen {
  readonly item: string
  readonly day: number
}

interface Props {
  readonly monday: IsoDate
  readonly today: IsoDate
  readonly plan: WeekPlan
  /** Strand of each fault, by its id. */
  readonly strands: Readonly<Record<string, Strand>>
  readonly chosen: Chosen | null
  readonly onChoose: (chosen: Chosen) => void
  /** Minutes of each day at home as the card has them. */
  readonly homeMinutes: readonly number[]
  readonly onMinutes: (day: number, minutes: number) => void
  /** To another day, or off this one. */
  readonly onMove: (item: string, from: number, to: number | null) => void
}

const LAST_DAY = 6
const DRAG_PIXELS = 6

function BlockCard({
  block,
  chosen,
  strand,
  onChoose,
  onMove,
}: { block: Block; chosen: boolean; strand: Strand | undefined } & Pick<
  Props,
  'onChoose' | 'onMove'
>) {
  const { item, day, reasons } = block
  const { setNodeRef, transform, isDragging, listeners } = useDraggable({
    id: `${item.id}|${day}`,
    data: { item: item.id, day },
  })
  const pinned = reasons.includes('pinned')
  return (
    <li>
      <button
        ref={setNodeRef}
        type="button"
        aria-pressed={chosen}
        aria-description="Arrow left and right move it to another day, Delete takes it off this one"
        onClick={() => onChoose({ item: item.id, day })}
        onKeyDown={(event) => {
          if (event.key === 'ArrowLeft' && day > 0) onMove(item.id, day, day - 1)
          else if (event.key === 'ArrowRight' && day < LAST_DAY) onMove(item.id, day, day + 1)
          else if (event.key === 'Delete') onMove(item.id, day, null)
          else return
          event.preventDefault()
        }}
        style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : {}}
        className={`min-h-11 w-full cursor-grab touch-none rounded border px-2 py-1 text-left leading-tight ${chosen ? 'border-ink bg-glaze' : 'border-line bg-glaze'} ${isDragging ? 'relative z-10 shadow' : ''} ${chosen ? 'outline-ink outline-2' : ''}`}
        {...listeners}
      >
        <span className={item.kind === 'rung' ? 'font-medium' : ''}>{item.name}</span>
        <span className="text-kiln flex items-center gap-1 text-sm">
          {strand && <StrandMark strand={strand} />}
          {item.minutes} min
          {pinned && <Pin aria-label={WHY_WORDS.pinned} size={12} />}
        </span>
      </button>
    </li>
  )
}

function DayColumn({ day, ...props }: { day: number } & Props) {
  const { setNodeRef, isOver } = useDroppable({ id: `day-${day}`, data: { day } })
  const { blocks, minutes, playing, budget } = props.plan.days[day] ?? {
    blocks: [],
    minutes: 0,
    playing: 0,
    budget: 0,
  }
  const date = addDays(props.monday, day)
  const usual = props.homeMinutes[day] ?? 0
  return (
    <section
      ref={setNodeRef}
      aria-label={WEEKDAY_WORDS[day]}
      className={`flex min-h-48 flex-col rounded-md p-1.5 ${isOver ? 'bg-line' : ''} ${date === props.today ? 'ring-ink ring-1' : ''}`}
    >
      <h3 className="leading-tight font-semibold">
        {WEEKDAY_WORDS[day]} <span className="text-kiln font-normal">{Number(date.slice(8))}</span>
      </h3>
      <p className="text-kiln flex flex-wrap items-center gap-x-1 text-sm">
        {minutes} of
        <DayMinutes
          day={WEEKDAY_WORDS[day] ?? ''}
          minutes={props.homeMinutes[day] ?? 0}
          onChange={(changed) => props.onMinutes(day, changed)}
        />
        min
      </p>
      {(playing < budget || budget < usual) && (
        <p className="text-kiln text-sm">
          {[
            ...(budget < usual ? [`${budget} after the break`] : []),
            ...(playing < budget ? [`${budget - playing} of it pauses`] : []),
          ].join(', ')}
        </p>
      )}
      <div aria-hidden className="bg-line mt-1 mb-2 h-1">
        <div
          className="bg-ink h-1"
          style={{ width: playing === 0 ? 0 : `${Math.min(100, (100 * minutes) / playing)}%` }}
        />
      </div>
      <ol className="space-y-1.5">
        {blocks.map((block) => (
          <BlockCard
            key={block.item.id}
            block={block}
            strand={block.item.case === null ? undefined : props.strands[block.item.case]}
            chosen={props.chosen?.item === block.item.id && props.chosen.day === day}
            onChoose={props.onChoose}
            onMove={props.onMove}
          />
        ))}
      </ol>
    </section>
  )
}

export function DayColumns(props: Props) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: DRAG_PIXELS } }),
  )
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    const from = active.data.current as { item: string; day: number } | undefined
    const to = over?.data.current as { day: number } | undefined
    if (from && to && to.day !== from.day) props.onMove(from.item, from.day, to.day)
  }
  return (
    <DndContext sensors={sensors} onDragEnd={onDragEnd}>
      <div className="mt-3 grid grid-cols-7 gap-1.5">
        {props.plan.days.map((_, day) => (
          <DayColumn key={WEEKDAY_WORDS[day]} day={day} {...props} />
        ))}
      </div>
    </DndContext>
  )
}

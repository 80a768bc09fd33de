/** The week by exercise and day; a block is moved by dragging or by the arrow keys, taken off with Delete, put by touch. */
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
import { weekRows } from '@vein-mend/core/practice'
import type { Block, DayPlan, PracticeItem, WeekPlan } from '@vein-mend/core/practice'
import type { Strand } from '@vein-mend/core/packs'
import { Pin, Plus } from 'lucide-react'
import { useEffect, useRef } from 'react'
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
  /** Strand and name of the faults that are mended. */
  readonly faults: Readonly<Record<string, { readonly strand: Strand; readonly name: string }>>
  readonly chosen: Chosen | null
  readonly onChoose: (chosen: Chosen) => void
  /** Minutes of each day at home as the card has them. */
  readonly homeMinutes: readonly number[]
  readonly onMinutes: (day: number, minutes: number) => void
  /** Day of the group lesson. */
  readonly group: number | null
  /** To another day, or off this one. */
  readonly onMove: (item: string, from: number, to: number | null) => void
  /** Onto a day that does not have it. */
  readonly onPut: (item: string, day: number) => void
}

const LAST_DAY = 6
const DRAG_PIXELS = 6

/** Minutes that fill a cell from side to side. */
const MINUTES_ACROSS = 12

/** Letters of a day where there is no room for more. */
const SHORT = 2

const dayName = (day: number) => WEEKDAY_WORDS[day] ?? ''

interface BlockProps extends Pick<Props, 'onChoose' | 'onMove'> {
  readonly block: Block
  readonly chosen: boolean
}

function BlockButton({ block, chosen, onChoose, onMove }: BlockProps) {
  const { item, day, minutes, reasons } = block
  const { setNodeRef, transform, isDragging, listeners } = useDraggable({
    id: `${item.id}|${day}`,
    data: { item: item.id, day },
  })
  const own = useRef<HTMLButtonElement>(null)
  // Moved by key it stands in another cell: the keys stay with it.
  useEffect(() => {
    if (chosen && document.activeElement === document.body) own.current?.focus()
  }, [chosen])
  return (
    <button
      ref={(node) => {
        own.current = node
        setNodeRef(node)
      }}
      type="button"
      aria-pressed={chosen}
      aria-label={`${item.name}, ${dayName(day)}, ${minutes} min`}
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
      className={`bg-glaze relative flex min-h-11 w-full cursor-grab touch-none items-center justify-center gap-1 overflow-hidden rounded border tabular-nums ${chosen ? 'border-ink outline-ink outline-2' : 'border-line'} ${isDragging ? 'z-10 shadow' : ''}`}
      {...listeners}
    >
      {minutes} <span className="max-sm:sr-only">min</span>
      {/* A minute is as wide in every cell: what takes long is seen before it is read. */}
      <span
        aria-hidden
        className="bg-kiln absolute bottom-0 left-0 h-1"
        style={{ width: `${Math.min(100, (100 * minutes) / MINUTES_ACROSS)}%` }}
      />
      {reasons.includes('pinned') && <Pin aria-label={WHY_WORDS.pinned} size={12} />}
    </button>
  )
}

/** A day without the exercise: touched, it is put there. */
function EmptyCell({
  item,
  day,
  onPut,
}: { item: PracticeItem; day: number } & Pick<Props, 'onPut'>) {
  return (
    <button
      type="button"
      aria-label={`Put ${item.name} on ${dayName(day)}`}
      onClick={() => onPut(item.id, day)}
      className="text-kiln border-line grid min-h-11 w-full place-items-center rounded border border-dashed opacity-0 hover:opacity-100 focus-visible:opacity-100 pointer-coarse:opacity-60"
    >
      <Plus aria-hidden size={16} />
    </button>
  )
}

interface CellProps extends Props {
  readonly item: PracticeItem
  readonly day: number
}

function Cell({ item, day, ...props }: CellProps) {
  const { setNodeRef, isOver } = useDroppable({ id: `${item.id}|${day}|cell`, data: { day } })
  const { blocks = [], playing = 0 } = props.plan.days[day] ?? {}
  const block = blocks.find((b) => b.item.id === item.id)
  return (
    <td ref={setNodeRef} className={`p-0.5 ${isOver ? 'bg-line' : ''}`}>
      {block ? (
        <BlockButton
          block={block}
          chosen={props.chosen?.item === item.id && props.chosen.day === day}
          onChoose={props.onChoose}
          onMove={props.onMove}
        />
      ) : (
        playing > 0 && <EmptyCell item={item} day={day} onPut={props.onPut} />
      )}
    </td>
  )
}

/** What is said of a day besides its minutes. */
function asides(day: DayPlan, usual: number, isGroup: boolean): readonly string[] {
  const { playing, budget } = day
  return [
    ...(isGroup ? ['group'] : []),
    ...(budget < usual ? [`${budget} after the break`] : []),
    ...(playing < budget ? [`${budget - playing} of it pauses`] : []),
  ]
}

function DayHead({ day, ...props }: { day: number } & Props) {
  const plan = props.plan.days[day] ?? { blocks: [], minutes: 0, playing: 0, budget: 0 }
  const { minutes, playing } = plan
  const date = addDays(props.monday, day)
  const usual = props.homeMinutes[day] ?? 0
  return (
    <th
      scope="col"
      aria-current={date === props.today ? 'date' : undefined}
      className={`px-1 pb-1 text-left align-bottom font-normal max-sm:px-0.5 ${date === props.today ? 'border-ink border-t-2' : ''}`}
    >
      <span className="font-serif font-semibold">
        {dayName(day).slice(0, SHORT)}
        <span className="max-sm:sr-only">{dayName(day).slice(SHORT)}</span>
      </span>{' '}
      <span className="text-kiln">{Number(date.slice(8))}</span>
      <span className="text-kiln flex flex-wrap items-center gap-x-1 text-sm">
        <span className="max-sm:sr-only">{minutes} of</span>
        <DayMinutes
          day={dayName(day)}
          minutes={usual}
          onChange={(changed) => props.onMinutes(day, changed)}
        />
      </span>
      <span className="text-kiln block text-sm">
        {asides(plan, usual, props.group === day).join(', ')}
      </span>
      <span aria-hidden className="bg-line mt-1 block h-1">
        <span
          className="bg-ink block h-1"
          style={{ width: playing === 0 ? 0 : `${Math.min(100, (100 * minutes) / playing)}%` }}
        />
      </span>
    </th>
  )
}

function Row({ item, ...props }: { item: PracticeItem } & Props) {
  const fault = item.case === null ? undefined : props.faults[item.case]
  return (
    <tr className="border-line border-b">
      <th scope="row" className="py-1 pr-2 text-left font-normal">
        <span className="flex items-center gap-2">
          <span className="w-4 shrink-0 max-sm:hidden">
            {fault && <StrandMark strand={fault.strand} />}
          </span>
          <span className="leading-tight">
            <span className={item.kind === 'rung' ? 'font-medium' : ''}>{item.name}</span>
            {fault && <span className="text-kiln block text-sm max-sm:hidden">{fault.name}</span>}
          </span>
        </span>
      </th>
      {props.plan.days.map((_, day) => (
        <Cell key={day} item={item} day={day} {...props} />
      ))}
    </tr>
  )
}

export function WeekGrid(props: Props) {
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
      <table aria-label="The week by exercise and day" className="mt-3 w-full table-fixed">
        <thead>
          <tr>
            <th
              scope="col"
              className="text-kiln w-[19%] max-sm:w-[26%] pb-2 text-left align-bottom font-normal"
            >
              minutes a day
            </th>
            {props.plan.days.map((_, day) => (
              <DayHead key={day} day={day} {...props} />
            ))}
          </tr>
        </thead>
        <tbody>
          {weekRows(props.plan).map(({ item }) => (
            <Row key={item.id} item={item} {...props} />
          ))}
        </tbody>
      </table>
    </DndContext>
  )
}

/** The signature picture: each fault a vein across the days, drawn from the record; zoomed, read out, as a table. */
import { useView } from '../../data/studentContext'
import { lastDays, layoutSeam, moved, wholeWindow, zoomed } from '@vein-mend/core/seam'
import type { SeamLayout, SeamWindow } from '@vein-mend/core/seam'
import type { CaseState } from '@vein-mend/core/record'
import { useEffect, useMemo, useRef, useState } from 'react'
import { Link } from 'react-router'
import { Button } from '../../ui/Button'
import { Pressed } from '../../ui/Pressed'
import { StrandMark } from '../../ui/StrandMark'
import { STATE_WORDS } from '../../wording/words'
import { PAGE_PALETTE } from './palette'
import { Readout } from './Readout'
import { HEAD_HEIGHT, LANE_HEIGHT, SeamDrawing } from './SeamDrawing'
import { SeamLegend } from './SeamLegend'
import { SeamTable } from './SeamTable'
import { useSeamPlace } from './useSeamPlace'

export const LABELS_WIDTH = 300
const NARROWEST = 640

export function seamSize(width: number) {
  return {
    width,
    laneHeight: LANE_HEIGHT,
    marginLeft: LABELS_WIDTH,
    marginRight: 16,
    marginTop: HEAD_HEIGHT,
  }
}

function useWidth() {
  const ref = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(1100)
  useEffect(() => {
    const node = ref.current
    if (!node) return
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setWidth(Math.max(NARROWEST, Math.floor(entry.contentRect.width)))
    })
    observer.observe(node)
    return () => observer.disconnect()
  }, [])
  return { ref, width }
}

const TERM_DAYS = 92
const YEAR_DAYS = 366
const CLOSER = 0.5
const WIDER = 2
const STEP = 0.5

interface WindowProps {
  readonly window: SeamWindow
  readonly onChange: (window: SeamWindow | null) => void
}

export function WindowButtons({ window, onChange }: WindowProps) {
  const view = useView()
  const choose = (next: SeamWindow | null, words: string) => (
    <Button key={words} small onClick={() => onChange(next)}>
      {words}
    </Button>
  )
  const last = wholeWindow(view.record)?.to ?? view.today
  const span = (next: SeamWindow | null, words: string) => {
    const shown = next ?? wholeWindow(view.record)
    const isShown = shown !== null && shown.from === window.from && shown.to === window.to
    return (
      <Pressed small pressed={isShown} onChange={() => onChange(next)}>
        {words}
      </Pressed>
    )
  }
  return (
    <div className="flex flex-wrap gap-1.5" role="group" aria-label="What is shown">
      {choose(moved(window, -STEP), 'Earlier')}
      {choose(moved(window, STEP), 'Later')}
      {choose(zoomed(window, CLOSER), 'Closer')}
      {choose(zoomed(window, WIDER), 'Wider')}
      {span(lastDays(last, TERM_DAYS), 'Term')}
      {span(lastDays(last, YEAR_DAYS), 'Year')}
      {span(lastDays(last, 3 * YEAR_DAYS), 'Three years')}
      {span(null, 'All')}
    </div>
  )
}

/** Keys that move about, besides the arrows that step from place to place. */
function windowKey(key: string, shift: boolean, window: SeamWindow): SeamWindow | undefined {
  if (key === '+') return zoomed(window, CLOSER)
  if (key === '-') return zoomed(window, WIDER)
  if (shift && key === 'ArrowLeft') return moved(window, -STEP)
  if (shift && key === 'ArrowRight') return moved(window, STEP)
  return undefined
}

function FaultLinks({ layout }: { layout: SeamLayout }) {
  const view = useView()
  return (
    <ul>
      {layout.veins.map((vein) => (
        <li
          key={vein.state.id}
          className="absolute left-0 flex items-center gap-2 pr-3"
          style={{
            top: vein.y - LANE_HEIGHT / 2,
            width: LABELS_WIDTH - 12,
            height: LANE_HEIGHT,
          }}
        >
          <StrandMark strand={vein.strand} />
          <Link
            to={`/students/${view.id}/faults/${vein.state.id}`}
            className="bg-slip leading-tight underline-offset-4 hover:underline"
          >
            {vein.state.name}
            <span className="text-kiln block text-sm">{STATE_WORDS[vein.state.status.state]}</span>
          </Link>
        </li>
      ))}
    </ul>
  )
}

interface Props {
  /** Null shows everything. */
  readonly window: SeamWindow | null
  readonly onWindow: (window: SeamWindow | null) => void
  readonly only?: (state: CaseState) => boolean
  readonly title?: string
}

function Picture({
  layout,
  window,
  onWindow,
  title,
}: Omit<Props, 'window' | 'only'> & {
  readonly layout: SeamLayout
  readonly window: SeamWindow
}) {
  const place = useSeamPlace(layout)
  const { at } = place
  return (
    <>
      <div
        className="relative overflow-x-auto"
        tabIndex={0}
        role="application"
        aria-label={`${title ?? 'The seam'}: ${layout.veins.length} faults over ${layout.columns.length} lessons. Arrow keys read it out, plus and minus zoom; the table beneath says the same.`}
        onPointerMove={place.onPointerMove}
        onPointerDown={place.onPointerMove}
        onKeyDown={(event) => {
          const next = windowKey(event.key, event.shiftKey, window)
          if (next) {
            event.preventDefault()
            onWindow(next)
          } else place.onKeyDown(event)
        }}
      >
        <svg width={layout.width} height={layout.height} aria-hidden>
          <SeamDrawing layout={layout} colour={PAGE_PALETTE} />
          {at && (
            <g fill="none" stroke="var(--ink)">
              <path d={`M${at.column.x} ${HEAD_HEIGHT}V${layout.height}`} strokeDasharray="2 4" />
              <circle cx={at.column.x} cy={at.vein.y} r="9" strokeWidth="2" />
            </g>
          )}
        </svg>
        <FaultLinks layout={layout} />
      </div>
      <SeamLegend />
      <Readout at={at && { state: at.vein.state, lesson: at.column.lesson }} />
    </>
  )
}

export function Seam({ window, onWindow, only, title }: Props) {
  const view = useView()
  const { ref, width } = useWidth()
  const [asTable, setAsTable] = useState(false)
  const shown = useMemo(() => window ?? wholeWindow(view.record), [window, view.record])
  const layout = useMemo(
    () => shown && layoutSeam(view.record, seamSize(width), shown, only),
    [view.record, width, shown, only],
  )
  if (view.record.cases.length === 0 || !layout || !shown) {
    return (
      <p className="text-kiln py-4">
        Nothing has been decided on yet. Note signs in a lesson; the first fault that is decided on
        is the first vein.
      </p>
    )
  }
  return (
    <div ref={ref}>
      {asTable ? (
        <SeamTable layout={layout} />
      ) : (
        <Picture
          layout={layout}
          window={shown}
          onWindow={onWindow}
          {...(title === undefined ? {} : { title })}
        />
      )}
      <button
        type="button"
        className="text-kiln mt-1 min-h-11 text-sm underline underline-offset-4"
        aria-pressed={asTable}
        onClick={() => setAsTable(!asTable)}
      >
        {asTable ? 'Show the picture' : 'Show as a table'}
      </button>
    </div>
  )
}

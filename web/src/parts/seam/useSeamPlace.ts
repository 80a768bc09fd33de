/** The place in the seam that is pointed at or stepped to: a fault and a lesson. */
import type { SeamLayout } from '@vein-mend/core/seam'
import { useState } from 'react'
import type { KeyboardEvent, PointerEvent } from 'react'
import { HEAD_HEIGHT, LANE_HEIGHT } from './SeamDrawing'

export interface SeamPlace {
  readonly vein: number
  readonly column: number
}

function nearestColumn(layout: SeamLayout, x: number): number {
  return layout.columns.reduce(
    (best, c, i) => (Math.abs(c.x - x) < Math.abs((layout.columns[best]?.x ?? 0) - x) ? i : best),
    0,
  )
}

function within(value: number, count: number): number {
  return Math.min(count - 1, Math.max(0, value))
}

const STEPS: Readonly<Record<string, readonly [vein: number, column: number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
}

/** The place, and what moves it. */
export function useSeamPlace(layout: SeamLayout) {
  const [place, setPlace] = useState<SeamPlace | null>(null)
  const { veins, columns } = layout
  const empty = veins.length === 0 || columns.length === 0
  const onPointerMove = (event: PointerEvent<HTMLElement>) => {
    if (empty) return
    const box = event.currentTarget.getBoundingClientRect()
    const x = event.clientX - box.left + event.currentTarget.scrollLeft
    const y = event.clientY - box.top
    if (x < layout.left || y < HEAD_HEIGHT) return
    const vein = within(Math.floor((y - HEAD_HEIGHT) / LANE_HEIGHT), veins.length)
    setPlace({ vein, column: nearestColumn(layout, x) })
  }
  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    const step = STEPS[event.key]
    if (!step || empty || event.shiftKey) return
    event.preventDefault()
    const now = place ?? { vein: 0, column: columns.length }
    setPlace({
      vein: within(now.vein + step[0], veins.length),
      column: within(now.column + step[1], columns.length),
    })
  }
  const vein = place && veins[within(place.vein, veins.length)]
  const column = place && columns[within(place.column, columns.length)]
  return {
    at: vein && column ? { vein, column } : null,
    onPointerMove,
    onKeyDown,
  }
}

/** How sure we are that a fault is mended, lesson by lesson. Loaded only where it is shown. */
import type { CasePoint } from '@vein-mend/core/record'
import { LineChart } from 'echarts/charts'
import { GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components'
import { format } from 'date-fns'
import { use as addParts } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import { useCallback } from 'react'
import { useChart } from '../../ui/useChart'
import type { Colour } from '../../ui/useChart'
import { percent } from '../../wording/words'

addParts([LineChart, GridComponent, MarkLineComponent, TooltipComponent, SVGRenderer])

const HEIGHT_PX = 230

function optionFor(points: readonly CasePoint[], colour: Colour) {
  const text = { color: colour('--kiln'), fontFamily: 'Hanken Grotesk Variable', fontSize: 12 }
  return {
    textStyle: text,
    animation: false,
    grid: { left: 46, right: 14, top: 14, bottom: 28 },
    tooltip: {
      trigger: 'axis' as const,
      valueFormatter: (v: unknown) => percent(Number(Array.isArray(v) ? v.at(-1) : v)),
    },
    xAxis: {
      // A fortnight is twice as long as a week.
      type: 'time' as const,
      axisLabel: { ...text, hideOverlap: true, formatter: (ms: number) => format(ms, 'd MMM') },
      axisLine: { lineStyle: { color: colour('--line') } },
    },
    yAxis: {
      type: 'value' as const,
      min: 0,
      max: 1,
      axisLabel: { ...text, formatter: (v: number) => `${Math.round(v * 100)} %` },
      splitLine: { lineStyle: { color: colour('--line') } },
    },
    series: [
      {
        type: 'line' as const,
        name: 'that it is gone',
        data: points.map((p) => [p.date, p.belief]),
        symbolSize: 7,
        lineStyle: { color: colour('--ink'), width: 2 },
        itemStyle: { color: colour('--ink') },
        markLine: {
          symbol: 'none',
          data: [{ yAxis: 0.95 }],
          label: { show: false },
          lineStyle: { color: colour('--gold'), width: 2 },
        },
      },
    ],
  }
}

export function BeliefChart({ points }: { points: readonly CasePoint[] }) {
  const optionOf = useCallback((colour: Colour) => optionFor(points, colour), [points])
  const ref = useChart(HEIGHT_PX, optionOf)
  return (
    <div
      ref={ref}
      role="img"
      aria-label={`Sure it is mended, by lesson: ${points.map((p) => percent(p.belief)).join(', ')}`}
      style={{ height: HEIGHT_PX }}
    />
  )
}

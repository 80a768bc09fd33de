/** One measure over the lessons, each with its interval. Loaded only where it is shown. */
import { CustomChart, LineChart } from 'echarts/charts'
import { GridComponent, TooltipComponent } from 'echarts/components'
import { use as addParts } from 'echarts/core'
import type { CustomSeriesRenderItemAPI } from 'echarts'
import { SVGRenderer } from 'echarts/renderers'
import { useCallback } from 'react'
import { useChart } from '../../ui/useChart'
import type { Colour } from '../../ui/useChart'
import { shortDay } from '../../wording/dates'
import { sayMeasure, sayValue } from '../../wording/measureWords'
import type { TrendPoint } from './trends'

addParts([LineChart, CustomChart, GridComponent, TooltipComponent, SVGRenderer])

const HEIGHT = 190
/** Half the width of an interval's ends, px. */
const END = 4

/** The interval of one value: a line from its lower to its upper bound, with ends. */
function whisker(colour: string) {
  return (_: unknown, api: CustomSeriesRenderItemAPI) => {
    const [x = 0, low = 0] = api.coord([api.value(0), api.value(1)])
    const [, high = 0] = api.coord([api.value(0), api.value(2)])
    const line = (x1: number, y1: number, x2: number, y2: number) => ({
      type: 'line' as const,
      shape: { x1, y1, x2, y2 },
      style: { stroke: colour, lineWidth: 1.5 },
    })
    return {
      type: 'group' as const,
      children: [
        line(x, low, x, high),
        line(x - END, low, x + END, low),
        line(x - END, high, x + END, high),
      ],
    }
  }
}

function optionFor(points: readonly TrendPoint[], colour: Colour) {
  const text = { color: colour('--kiln'), fontFamily: 'Hanken Grotesk Variable', fontSize: 12 }
  const line = { lineStyle: { color: colour('--line') } }
  const unit = points[0]?.unit ?? ''
  return {
    textStyle: text,
    animation: false,
    grid: { left: 76, right: 14, top: 14, bottom: 28 },
    tooltip: {
      trigger: 'item' as const,
      formatter: ({ dataIndex }: { dataIndex: number }) => {
        const point = points[dataIndex]
        return point ? `${shortDay(point.date)}: ${sayMeasure(point)}` : ''
      },
    },
    xAxis: {
      type: 'category' as const,
      data: points.map((p) => shortDay(p.date).slice(4)),
      axisLabel: text,
      axisLine: line,
    },
    yAxis: {
      type: 'value' as const,
      scale: true,
      axisLabel: { ...text, formatter: (v: number) => sayValue(v, unit) },
      splitLine: line,
    },
    series: [
      {
        type: 'custom' as const,
        renderItem: whisker(colour('--kiln')),
        data: points.map((p, i) => [i, p.low, p.high]),
        encode: { x: 0, y: [1, 2] },
        silent: true,
      },
      {
        type: 'line' as const,
        data: points.map((p) => p.value),
        symbolSize: 8,
        lineStyle: { color: colour('--ink'), width: 2 },
        itemStyle: { color: colour('--ink') },
      },
    ],
  }
}

export function TrendChart({ points, name }: { points: readonly TrendPoint[]; name: string }) {
  const optionOf = useCallback((colour: Colour) => optionFor(points, colour), [points])
  const ref = useChart(HEIGHT, optionOf)
  return (
    <div
      ref={ref}
      role="img"
      aria-label={`${name}, by lesson: ${points.map((p) => `${shortDay(p.date)} ${sayMeasure(p)}`).join('; ')}`}
      style={{ height: HEIGHT }}
    />
  )
}

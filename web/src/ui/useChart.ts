/** A chart in the colours of the page, drawn anew with its theme and its width. What parts it needs, who draws adds. */
import { init } from 'echarts/core'
import type { EChartsCoreOption, EChartsType } from 'echarts/core'
import { useEffect, useRef } from 'react'

/** A colour of the page by the name of its variable. */
export type Colour = (name: string) => string

function pageColour(name: string): string {
  return getComputedStyle(document.documentElement).getPropertyValue(name).trim()
}

/**
 * The element to draw in. `optionOf` says what, and is drawn anew when it changes; `onPress` is told where in the
 * element somebody pressed.
 */
export function useChart(
  height: number,
  optionOf: (colour: Colour) => EChartsCoreOption,
  onPress?: (chart: EChartsType, offsetX: number) => void,
) {
  const ref = useRef<HTMLDivElement>(null)
  const press = useRef(onPress)
  useEffect(() => {
    press.current = onPress
  })
  useEffect(() => {
    const node = ref.current
    if (!node) return
    const chart = init(node, null, { renderer: 'svg', height })
    const draw = () => {
      chart.setOption(optionOf(pageColour), { notMerge: true })
    }
    draw()
    chart.getZr().on('click', ({ offsetX }: { offsetX: number }) => {
      press.current?.(chart, offsetX)
    })
    const theme = new MutationObserver(draw)
    theme.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] })
    const size = new ResizeObserver(() => {
      chart.resize()
    })
    size.observe(node)
    return () => {
      theme.disconnect()
      size.disconnect()
      chart.dispose()
    }
  }, [height, optionOf])
  return ref
}

/** A recording along its time: outline, pitch in cents, breath and brightness. */
import type { TonePicture } from '@vein-mend/contract'
import { LineChart } from 'echarts/charts'
import { GridComponent, MarkAreaComponent, TooltipComponent } from 'echarts/components'
import { use as addParts } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import { useCallback } from 'react'
import { useChart } from '../../ui/useChart'
import type { Colour } from '../../ui/useChart'

addParts([LineChart, GridComponent, MarkAreaComponent, TooltipComponent, SVGRenderer])

const HEIGHT = 430
const SIDES = { left: 62, right: 46 } as const
const GRIDS = [
  { ...SIDES, top: 8, height: 64 },
  { ...SIDES, top: 92, height: 180 },
  { ...SIDES, top: 302, height: 96 },
] as const
/** Pitch beyond this is drawn at the edge, cents. */
const EDGE_CENTS = 60
/** Within so many cents a tone is called in tune by most ears in a lesson; common practice, no source. */
const BAND_CENTS = 10

type Dot = readonly [seconds: number, value: number | null]
type Notes = TonePicture['notes']

/** A line with a gap between tones and where nothing was measured. */
function lineOf(notes: Notes, of: (p: Notes[number]['points'][number]) => number | null): Dot[] {
  return notes.flatMap((n): Dot[] => [...n.points.map((p): Dot => [p.at, of(p)]), [n.to, null]])
}

const pitchOf = (p: Notes[number]['points'][number]) =>
  p.cents === null || Math.abs(p.times - 1) > 0.05
    ? null
    : Math.max(-EDGE_CENTS, Math.min(EDGE_CENTS, p.cents))

/** Only where it was measured: every third frame. */
function colourDots(notes: Notes): Dot[] {
  return notes.flatMap((n): Dot[] => [
    ...n.points.flatMap((p): Dot[] => (p.brightness === null ? [] : [[p.at, p.brightness]])),
    [n.to, null],
  ])
}

function outlineDots({ outline, seconds }: TonePicture): Dot[] {
  return outline.map((value, i): Dot => [
    (seconds * Math.floor(i / 2)) / (outline.length / 2),
    value,
  ])
}

function axes(tone: TonePicture, colour: Colour, text: object) {
  const line = { lineStyle: { color: colour('--line') } }
  const x = (gridIndex: number, shown: boolean) => ({
    type: 'value' as const,
    gridIndex,
    min: 0,
    max: tone.seconds,
    axisLine: line,
    splitLine: { show: false },
    axisTick: { show: shown },
    axisLabel: { ...text, show: shown, formatter: (v: number) => `${Math.round(10 * v) / 10} s` },
  })
  const y = (gridIndex: number, name: string, more: object) => ({
    type: 'value' as const,
    gridIndex,
    name,
    nameLocation: 'middle' as const,
    nameGap: 40,
    nameTextStyle: text,
    axisLabel: text,
    splitLine: line,
    ...more,
  })
  const loudest = Math.max(0.05, ...tone.outline.map(Math.abs))
  return {
    xAxis: [x(0, false), x(1, false), x(2, true)],
    yAxis: [
      y(0, '', {
        min: -loudest,
        max: loudest,
        axisLabel: { show: false },
        axisLine: { show: false },
        axisTick: { show: false },
        splitLine: { show: false },
      }),
      y(1, 'cents', { min: -EDGE_CENTS, max: EDGE_CENTS, interval: 20 }),
      y(2, 'breath, dB', { min: 0, max: 60, interval: 20 }),
      y(2, 'colour', {
        min: 0,
        position: 'right' as const,
        splitLine: { show: false },
        nameGap: 28,
      }),
    ],
  }
}

interface Line {
  readonly name: string
  readonly dots: readonly Dot[]
  readonly grid: number
  readonly axis?: number
  readonly colour: string
  readonly width?: number
  readonly type?: 'solid' | 'dashed' | 'dotted'
  readonly areas?: object
}

function series({
  name,
  dots,
  grid,
  axis = grid,
  colour,
  width = 1.5,
  type = 'solid',
  areas,
}: Line) {
  return {
    type: 'line' as const,
    name,
    data: dots.map((d) => [...d]),
    xAxisIndex: grid,
    yAxisIndex: axis,
    showSymbol: false,
    connectNulls: false,
    silent: true,
    lineStyle: { color: colour, width, type },
    ...(areas ? { markArea: areas } : {}),
  }
}

/** The band in which a tone is in tune, and the stretches in which another partial sounded. */
function pitchAreas(notes: Notes, colour: Colour) {
  const squeaks = notes.flatMap((n) => n.jumps)
  return {
    silent: true,
    data: [
      [
        { yAxis: -BAND_CENTS, itemStyle: { color: colour('--line'), opacity: 0.5 } },
        { yAxis: BAND_CENTS },
      ],
      ...squeaks.map((j) => [
        {
          xAxis: j.from,
          itemStyle: { color: colour('--danger'), opacity: 0.18 },
          label: { formatter: `× ${Math.round(10 * j.times) / 10}`, color: colour('--danger') },
        },
        { xAxis: j.to },
      ]),
    ],
  }
}

/** What is none of the player's, greyed on the outline. */
function apartAreas({ apart }: TonePicture, colour: Colour) {
  const grey = { color: colour('--line'), opacity: 0.8 }
  return {
    silent: true,
    data: apart.map(({ from, to }) => [{ xAxis: from, itemStyle: grey }, { xAxis: to }]),
  }
}

function optionFor(tone: TonePicture, ghost: TonePicture | null, colour: Colour) {
  const text = { color: colour('--kiln'), fontFamily: 'Hanken Grotesk Variable', fontSize: 12 }
  const [ink, kiln] = [colour('--ink'), colour('--kiln')]
  return {
    textStyle: text,
    animation: false,
    grid: GRIDS.map((g) => ({ ...g })),
    ...axes(tone, colour, text),
    series: [
      series({
        ...{ name: 'sound', dots: outlineDots(tone), grid: 0, colour: kiln, width: 1 },
        areas: apartAreas(tone, colour),
      }),
      ...(ghost
        ? [
            series({
              name: 'pitch, earlier',
              dots: lineOf(ghost.notes, pitchOf),
              grid: 1,
              colour: kiln,
              type: 'dotted',
            }),
            series({
              name: 'breath, earlier',
              dots: lineOf(ghost.notes, (p) => p.breath),
              grid: 2,
              colour: kiln,
              type: 'dotted',
            }),
          ]
        : []),
      series({
        name: 'pitch',
        dots: lineOf(tone.notes, pitchOf),
        grid: 1,
        colour: ink,
        width: 2,
        areas: pitchAreas(tone.notes, colour),
      }),
      series({ name: 'breath', dots: lineOf(tone.notes, (p) => p.breath), grid: 2, colour: ink }),
      series({
        name: 'colour',
        dots: colourDots(tone.notes),
        grid: 2,
        axis: 3,
        colour: ink,
        type: 'dashed',
      }),
    ],
  }
}

function sayTones({ notes, seconds }: TonePicture): string {
  const tones = notes.map((n) => (n.cents ? `${Math.round(n.cents.value)} cents` : 'no pitch'))
  return `${Math.round(seconds)} seconds, ${notes.length} tones: ${tones.slice(0, 12).join(', ')}`
}

interface Props {
  readonly tone: TonePicture
  /** An earlier take laid under it; null for none. */
  readonly ghost: TonePicture | null
  /** Where the recording is, seconds. */
  readonly at: number
  readonly onSeek: (seconds: number) => void
}

export function ToneChart({ tone, ghost, at, onSeek }: Props) {
  const optionOf = useCallback((colour: Colour) => optionFor(tone, ghost, colour), [tone, ghost])
  const ref = useChart(HEIGHT, optionOf, (chart, offsetX) => {
    const [seconds] = chart.convertFromPixel({ gridIndex: 0 }, [offsetX, 0])
    if (seconds !== undefined) onSeek(Math.max(0, Math.min(tone.seconds, seconds)))
  })
  const share = tone.seconds > 0 ? at / tone.seconds : 0
  return (
    <div className="relative cursor-pointer">
      <div ref={ref} role="img" aria-label={sayTones(tone)} style={{ height: HEIGHT }} />
      <div
        aria-hidden
        className="bg-danger pointer-events-none absolute w-px"
        style={{
          top: GRIDS[0].top,
          height: GRIDS[2].top + GRIDS[2].height - GRIDS[0].top,
          left: `calc(${SIDES.left}px + ${share} * (100% - ${SIDES.left + SIDES.right}px))`,
        }}
      />
    </div>
  )
}

/** The drawing itself, from a layout and colours; the same on the page and in a file. */
import { daysBetween } from '@vein-mend/core/kit'
import type { IsoDate } from '@vein-mend/core/kit'
import { xOfDay } from '@vein-mend/core/seam'
import type { Place, SeamLayout, Vein, VeinPiece } from '@vein-mend/core/seam'
import type { Strand } from '@vein-mend/core/packs'
import { eachMonthOfInterval, eachYearOfInterval, format, parseISO } from 'date-fns'
import { memo, startTransition, useEffect, useState } from 'react'
import { STATE_WORDS } from '../../wording/words'
import type { Palette } from './palette'

export const LANE_HEIGHT = 64
export const HEAD_HEIGHT = 30
const GLAZE_INSET = 4

function line(places: readonly Place[]): string {
  return places.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join('')
}

function Gold({ piece, colour }: { piece: VeinPiece; colour: Palette }) {
  const area = `${line(piece.outline)}Z`
  return (
    <>
      <path d={area} fill="none" stroke={colour.gold} strokeWidth="2.5" opacity="0.35" />
      <path d={area} fill={colour.gold} />
      {/* The glint that tells gold from a dark crack where there is no colour. */}
      <path d={line(piece.middle)} fill="none" stroke={colour.glaze} strokeWidth="0.9" />
    </>
  )
}

/** In the colour of its strand; whose it is says the sign beside its name too. */
function Crack({ piece, strand, colour }: { piece: VeinPiece; strand: Strand; colour: Palette }) {
  const rests = piece.state === 'resting'
  return (
    <path
      d={`${line(piece.outline)}Z`}
      fill={rests ? 'none' : colour[strand]}
      stroke={colour[strand]}
      strokeWidth={rests ? 1 : 0.5}
      strokeLinejoin="round"
      strokeDasharray={rests ? '3 3' : undefined}
    />
  )
}

/** Under the vein: how hard a setting was reached, hollow in exercises and full in music. */
function Marks({ vein, colour }: { vein: Vein; colour: Palette }) {
  const { y } = vein
  return (
    <>
      {vein.notches.map((n) => (
        <path
          key={n.x}
          d={`M${n.x.toFixed(1)} ${y - 12}v24`}
          stroke={colour.ink}
          strokeWidth="1.4"
        />
      ))}
      {vein.reached.map((r) => (
        <circle
          key={r.condition}
          cx={r.x}
          cy={y + 19}
          r="3"
          fill={r.inMusic ? colour.ink : colour.glaze}
          stroke={colour.ink}
          strokeWidth="1.2"
        />
      ))}
      {vein.cues.map((c) => (
        <path
          key={c.x}
          d={`M${c.x.toFixed(1)} ${y - 13}v-9h7l-2.4 2.6 2.4 2.6h-7`}
          fill={colour[vein.strand]}
          stroke={colour[vein.strand]}
          strokeWidth="1"
        />
      ))}
      {vein.slipCounts.map((t) => (
        <path
          key={t.x}
          d={`M${(t.x - 3).toFixed(1)} ${y + 23}h6M${(t.x - 3).toFixed(1)} ${y + 26}h6`}
          stroke={colour.kiln}
          strokeWidth="1.2"
        />
      ))}
    </>
  )
}

const VeinDrawing = memo(function VeinDrawing({ vein, colour }: { vein: Vein; colour: Palette }) {
  const { branch, strand } = vein
  return (
    <g>
      {branch && (
        <path
          d={`M${branch.from[0].toFixed(1)} ${branch.from[1]}Q${(branch.to[0] - 6).toFixed(1)} ${branch.from[1]} ${branch.to[0].toFixed(1)} ${branch.to[1]}`}
          fill="none"
          stroke={colour.ink}
          strokeWidth="1.6"
        />
      )}
      {vein.pieces.map((piece, i) =>
        piece.state === 'mended' ? (
          <Gold key={i} piece={piece} colour={colour} />
        ) : (
          <Crack key={i} piece={piece} strand={strand} colour={colour} />
        ),
      )}
      <Marks vein={vein} colour={colour} />
    </g>
  )
})

/** Pixels a date needs. */
const DATE_PIXELS = 62
/** Up to so many days lessons are named, up to so many more months, and beyond them years. */
const NAMED = { lessons: 70, months: 800 } as const

/** Days that are named at the head: lessons when few are shown, else months, else years. */
function namedDays(layout: SeamLayout): readonly (readonly [IsoDate, string])[] {
  const { from, to } = layout.window
  const days = daysBetween(from, to)
  if (days <= NAMED.lessons) {
    return layout.columns.map((c) => [c.date, format(parseISO(c.date), 'd MMM')] as const)
  }
  const firsts =
    days <= NAMED.months
      ? eachMonthOfInterval({ start: parseISO(from), end: parseISO(to) })
      : eachYearOfInterval({ start: parseISO(from), end: parseISO(to) })
  return firsts
    .map((first) => {
      const words = format(first, first.getMonth() === 0 ? 'yyyy' : 'MMM')
      return [format(first, 'yyyy-MM-dd') as IsoDate, words] as const
    })
    .filter(([day]) => day >= from)
}

function Dates({ layout, colour }: { layout: SeamLayout; colour: Palette }) {
  const named = namedDays(layout).map(([day, words]) => ({ words, x: xOfDay(layout, day) }))
  const [first, last] = [named[0], named.at(-1)]
  const span = first && last ? last.x - first.x : 0
  const gap = span > 0 ? span / (named.length - 1) : DATE_PIXELS
  const every = Math.max(1, Math.ceil(DATE_PIXELS / gap))
  const ticks = layout.columns.map((c) => `M${c.x.toFixed(1)} 25V${HEAD_HEIGHT}`).join('')
  const tall = named
    .filter((_, i) => i % every === 0)
    .map(({ x }) => `M${x.toFixed(1)} 2V${layout.height}`)
    .join('')
  const threads = layout.columns
    .map((c) => `M${c.x.toFixed(1)} ${HEAD_HEIGHT}V${layout.height}`)
    .join('')
  const dense = layout.columns.length > 80
  return (
    <>
      <path d={ticks} stroke={colour.kiln} strokeWidth="1" />
      {!dense && <path d={threads} stroke={colour.line} strokeWidth="0.6" />}
      <path d={tall} stroke={colour.kiln} strokeWidth="0.8" opacity="0.6" />
      {named
        .filter((_, i) => i % every === 0)
        .map(({ x, words }) => (
          <text key={x} x={x + 4} y={14} fontSize="12" fill={colour.kiln}>
            {words}
          </text>
        ))}
    </>
  )
}

/** Where there were no lessons the glaze is bare. */
function Breaks({ layout, colour }: { layout: SeamLayout; colour: Palette }) {
  return layout.breaks.map(({ break: b, x1, x2 }) => (
    <g key={b.act}>
      <rect
        x={x1}
        y={HEAD_HEIGHT}
        width={Math.max(2, x2 - x1)}
        height={layout.height - HEAD_HEIGHT}
        fill={colour.line}
        opacity="0.55"
      />
    </g>
  ))
}

const LABEL_LETTERS = 36

/** A name on two lines at the most. */
function inTwoLines(name: string): readonly string[] {
  if (name.length <= LABEL_LETTERS) return [name]
  const cut = name.lastIndexOf(' ', LABEL_LETTERS)
  const rest = name.slice(cut + 1)
  return [
    name.slice(0, cut),
    rest.length > LABEL_LETTERS ? `${rest.slice(0, LABEL_LETTERS - 1)}…` : rest,
  ]
}

function Labels({ layout, colour }: { layout: SeamLayout; colour: Palette }) {
  return layout.veins.map((vein) => {
    const lines = inTwoLines(vein.state.name)
    const top = vein.y - (lines.length > 1 ? 12 : 4)
    return (
      <g key={vein.state.id}>
        {lines.map((words, i) => (
          <text key={words} x="8" y={top + 16 * i} fontSize="14" fill={colour.ink}>
            {words}
          </text>
        ))}
        <text x="8" y={top + 16 * lines.length} fontSize="12" fill={colour.kiln}>
          {STATE_WORDS[vein.state.status.state]}
        </text>
      </g>
    )
  })
}

interface Props {
  readonly layout: SeamLayout
  readonly colour: Palette
  /** Names in the picture, for a file; on the page they are links beside it. */
  readonly named?: boolean
}

/** Veins drawn at once, as many as the screen is tall; the others follow when the first are to be seen. */
const atOnce = () => Math.ceil(window.innerHeight / LANE_HEIGHT) + 1

function Veins({ layout, colour, named = false }: Props) {
  const [whole, setWhole] = useState<SeamLayout | null>(null)
  useEffect(() => {
    const next = requestAnimationFrame(() => startTransition(() => setWhole(layout)))
    return () => cancelAnimationFrame(next)
  }, [layout])
  // A file is drawn once and whole.
  const veins = named || whole === layout ? layout.veins : layout.veins.slice(0, atOnce())
  return veins.map((vein) => <VeinDrawing key={vein.state.id} vein={vein} colour={colour} />)
}

export const SeamDrawing = memo(function SeamDrawing({ layout, colour, named = false }: Props) {
  return (
    <>
      {layout.veins.map((vein) => (
        <rect
          key={vein.state.id}
          x={layout.left - 10}
          y={vein.y - LANE_HEIGHT / 2 + GLAZE_INSET}
          width={layout.width - layout.left + 6}
          height={LANE_HEIGHT - 2 * GLAZE_INSET}
          rx="22"
          fill={colour.glaze}
          stroke={colour.line}
        />
      ))}
      <Breaks layout={layout} colour={colour} />
      <Dates layout={layout} colour={colour} />
      <Veins layout={layout} colour={colour} named={named} />
      {named && <Labels layout={layout} colour={colour} />}
    </>
  )
})

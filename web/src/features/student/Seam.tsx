/** The signature picture: each fault a vein across the lessons, drawn from the record. */
import { layoutSeam } from '@vein-mend/core/seam'
import type { SeamLayout, Vein, VeinPiece } from '@vein-mend/core/seam'
import type { Strand } from '@vein-mend/core/packs'
import { useEffect, useMemo, useRef, useState } from 'react'
import { Link } from 'react-router'
import type { StudentView } from '../../data/useStudent'
import { STRAND_CLASS, StrandMark } from '../../ui/StrandMark'
import { shortDay } from '../../wording/dates'
import { STATE_WORDS } from '../../wording/words'

const LABELS_WIDTH = 300
const LANE_HEIGHT = 58
const NARROWEST = 640

/** Each strand's line has its own texture, so that it can be told without colour. */
const TEXTURE: Record<Strand, string | undefined> = {
  posture: undefined,
  tension: '9 3',
  coordination: '3 3',
  tone: '12 3 2 3',
}

function path(piece: VeinPiece): string {
  return piece.points
    .map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`)
    .join('')
}

function Piece({ piece, strand }: { piece: VeinPiece; strand: Strand }) {
  if (piece.state === 'mended') {
    return (
      <>
        <path
          d={path(piece)}
          stroke="var(--gold)"
          strokeWidth={piece.width + 2.4}
          opacity={0.35}
          strokeLinecap="round"
        />
        <path
          d={path(piece)}
          stroke="var(--gold)"
          strokeWidth={piece.width}
          strokeLinecap="round"
        />
      </>
    )
  }
  return (
    <g stroke="currentColor">
      {/* The dark of the crack with the strand's own colour in its depth. */}
      <path
        d={path(piece)}
        stroke="var(--ink)"
        strokeWidth={piece.width + 1.6}
        strokeLinejoin="miter"
      />
      <path
        d={path(piece)}
        strokeWidth={Math.max(1, piece.width - 0.6)}
        strokeDasharray={TEXTURE[strand]}
        strokeLinejoin="miter"
      />
      {piece.hairlines.map(([x1, y1, x2, y2]) => (
        <path key={x1} d={`M${x1} ${y1} L${x2} ${y2}`} stroke="var(--ink)" strokeWidth="0.9" />
      ))}
    </g>
  )
}

function VeinDrawing({ vein }: { vein: Vein }) {
  const first = vein.pieces[0]?.points[0]
  return (
    <g className={STRAND_CLASS[vein.strand]} fill="none">
      {vein.from && first && (
        <path
          d={`M${vein.from.x} ${vein.from.y} Q${first[0] - 8} ${vein.from.y} ${first[0]} ${first[1]}`}
          stroke="currentColor"
          strokeWidth="1.4"
        />
      )}
      {vein.pieces.map((piece, i) => (
        <Piece key={i} piece={piece} strand={vein.strand} />
      ))}
      {first && <circle cx={first[0]} cy={first[1]} r="3.4" fill="currentColor" />}
      {vein.notches.map((n) => (
        <path key={n.x} d={`M${n.x} ${vein.y - 9} v18`} stroke="var(--ink)" strokeWidth="1.6" />
      ))}
    </g>
  )
}

function Columns({ layout }: { layout: SeamLayout }) {
  const every = Math.max(1, Math.ceil(layout.columns.length / 9))
  return (
    <g>
      {layout.columns.map((c, i) => (
        <g key={c.lesson}>
          <path d={`M${c.x} 22 V${layout.height}`} stroke="var(--line)" strokeWidth="1" />
          {i % every === 0 && (
            <text x={c.x} y={14} textAnchor="middle" fontSize="12" fill="var(--kiln)">
              {shortDay(c.date).slice(4)}
            </text>
          )}
        </g>
      ))}
    </g>
  )
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
    return () => {
      observer.disconnect()
    }
  }, [])
  return { ref, width }
}

function SeamTable({ view }: { view: StudentView }) {
  const { lessons, cases } = view.record
  return (
    <table className="text-sm">
      <caption className="sr-only">
        The seam as a table: state of each fault after each lesson
      </caption>
      <thead>
        <tr>
          <th className="pr-3 text-left">Fault</th>
          {lessons.map((l) => (
            <th key={l.id} className="px-1.5 text-left font-medium whitespace-nowrap">
              {shortDay(l.date).slice(4)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {cases.map((c) => (
          <tr key={c.id} className="border-line border-t">
            <th scope="row" className="py-1 pr-3 text-left font-medium">
              {c.name}
            </th>
            {lessons.map((l) => {
              const point = c.points.find((p) => p.lesson === l.id)
              return (
                <td key={l.id} className="px-1.5 whitespace-nowrap">
                  {point
                    ? `${STATE_WORDS[point.state]}${point.rungsPassed > 0 ? `, ${point.rungsPassed} up` : ''}`
                    : ''}
                </td>
              )
            })}
          </tr>
        ))}
      </tbody>
    </table>
  )
}

export function Seam({ view }: { view: StudentView }) {
  const { ref, width } = useWidth()
  const [asTable, setAsTable] = useState(false)
  const layout = useMemo(
    () =>
      layoutSeam(view.record, {
        width,
        laneHeight: LANE_HEIGHT,
        marginLeft: LABELS_WIDTH,
        marginRight: 16,
        marginTop: 28,
      }),
    [view.record, width],
  )
  if (view.record.cases.length === 0) {
    return (
      <p className="text-kiln py-4">
        No fault has been settled yet. The bowl is whole: note signs in a lesson and the first vein
        is drawn.
      </p>
    )
  }
  return (
    <div ref={ref}>
      <div className={asTable ? 'hidden' : 'relative overflow-x-auto'}>
        <svg width={layout.width} height={layout.height} aria-hidden>
          {layout.veins.map((vein) => (
            <rect
              key={vein.state.id}
              x={LABELS_WIDTH - 8}
              y={vein.y - LANE_HEIGHT / 2 + 4}
              width={layout.width - LABELS_WIDTH}
              height={LANE_HEIGHT - 8}
              rx={20}
              fill="var(--glaze)"
              stroke="var(--line)"
            />
          ))}
          <Columns layout={layout} />
          {layout.veins.map((vein) => (
            <VeinDrawing key={vein.state.id} vein={vein} />
          ))}
        </svg>
        <ul>
          {layout.veins.map((vein) => (
            <li
              key={vein.state.id}
              className="absolute left-0 flex items-center gap-2 pr-3"
              style={{
                top: vein.y - LANE_HEIGHT / 2,
                width: LABELS_WIDTH - 8,
                height: LANE_HEIGHT,
              }}
            >
              <StrandMark strand={vein.strand} />
              <Link
                to={`/students/${view.id}/faults/${vein.state.id}`}
                className="bg-slip leading-tight underline-offset-4 hover:underline"
              >
                {vein.state.name}
                <span className="text-kiln block text-sm">
                  {STATE_WORDS[vein.state.status.state]}
                </span>
              </Link>
            </li>
          ))}
        </ul>
      </div>
      {asTable && (
        <div
          className="overflow-x-auto"
          tabIndex={0}
          role="region"
          aria-label="The seam as a table"
        >
          <SeamTable view={view} />
        </div>
      )}
      <button
        type="button"
        className="text-kiln mt-1 min-h-9 text-sm underline underline-offset-4"
        aria-pressed={asTable}
        onClick={() => setAsTable(!asTable)}
      >
        {asTable ? 'Show the picture' : 'Show as a table'}
      </button>
      {!asTable && (
        <div className="sr-only">
          <SeamTable view={view} />
        </div>
      )}
    </div>
  )
}

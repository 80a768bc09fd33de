/** The chain of causes: what drives what among the likely faults, and so what to mend first. */
import { useView } from '../../data/studentContext'
import type { Diagnosis } from '@vein-mend/core/diagnosis'
import type { Fault } from '@vein-mend/core/packs'
import { layoutChain } from '@vein-mend/core/seam'
import type { StudentView } from '../../data/useStudent'
import { Section } from '../../ui/Page'
import { StrandMark } from '../../ui/StrandMark'
import { percent, STRAND_WORDS } from '../../wording/words'

/** Faults likelier than this are in the picture, as many as it can hold. */
const LIKELY = 0.12
const SHOWN_MOST = 8
const BOX = { width: 210, height: 64, gapX: 60, gapY: 14 } as const

function shownFaults(view: StudentView, diagnosis: Diagnosis) {
  const open = new Set(
    view.record.cases.filter((c) => c.status.state !== 'mended').map((c) => c.fault),
  )
  return diagnosis.mendFirst
    .filter((u) => u.probability >= LIKELY || open.has(u.fault.id))
    .slice(0, SHOWN_MOST)
}

function place(column: number, row: number) {
  return { x: column * (BOX.width + BOX.gapX), y: row * (BOX.height + BOX.gapY) }
}

function sentence(shown: ReturnType<typeof shownFaults>, links: number): string {
  const [first] = shown
  if (!first) return ''
  if (links === 0) return 'None of them drives another; they can be mended in any order.'
  return `Mend “${first.fault.name}” first.`
}

export function CauseChain({ diagnosis }: { diagnosis: Diagnosis }) {
  const view = useView()
  const shown = shownFaults(view, diagnosis)
  const chain = layoutChain(shown.map((u) => ({ id: u.fault.id, drives: u.fault.leadsTo })))
  const at = new Map(chain.faults.map((f) => [f.id, place(f.column, f.row)]))
  const faultOf = (id: string): Fault | undefined => shown.find((u) => u.fault.id === id)?.fault
  if (shown.length === 0) return null
  const width = chain.columns * (BOX.width + BOX.gapX) - BOX.gapX
  const height = chain.rows * (BOX.height + BOX.gapY) - BOX.gapY
  return (
    <Section title="What drives what" aside="left drives right; the number is the order of mending">
      <p className="mb-2">{sentence(shown, chain.links.length)}</p>
      <div
        className="overflow-x-auto pb-2"
        role="region"
        aria-label="What drives what"
        tabIndex={0}
      >
        <div className="relative" style={{ width, height }}>
          <svg width={width} height={height} className="absolute inset-0" aria-hidden>
            {chain.links.map((l) => {
              const from = at.get(l.from) ?? { x: 0, y: 0 }
              const to = at.get(l.to) ?? { x: 0, y: 0 }
              const x1 = from.x + BOX.width
              const y1 = from.y + BOX.height / 2
              const y2 = to.y + BOX.height / 2
              const bend = BOX.gapX * 0.6
              return (
                <path
                  key={`${l.from} ${l.to}`}
                  d={`M${x1} ${y1} C${x1 + bend} ${y1} ${to.x - bend} ${y2} ${to.x} ${y2}`}
                  fill="none"
                  stroke="var(--ink)"
                  strokeWidth={1 + 6 * l.strength}
                  strokeOpacity={0.75}
                />
              )
            })}
          </svg>
          <ol className="contents">
            {shown.map((u, i) => {
              const { x, y } = at.get(u.fault.id) ?? { x: 0, y: 0 }
              const drives = chain.links.filter((l) => l.from === u.fault.id)
              return (
                <li
                  key={u.fault.id}
                  className="bg-glaze border-kiln absolute flex list-none items-start gap-2 rounded-md border px-2 py-1.5 text-sm"
                  style={{ left: x, top: y, width: BOX.width, height: BOX.height }}
                >
                  <span className="bg-ink text-slip grid size-5 shrink-0 place-items-center rounded-full text-xs font-semibold">
                    {i + 1}
                  </span>
                  <span className="min-w-0 flex-1 leading-tight">
                    <span className="line-clamp-2 font-medium">{u.fault.name}</span>
                    <span className="text-kiln">
                      {percent(u.probability)}, severity {u.fault.severity}
                    </span>
                    {drives.length > 0 && (
                      <span className="sr-only">
                        . Drives{' '}
                        {drives
                          .map((l) => `${faultOf(l.to)?.name ?? ''} (${percent(l.strength)})`)
                          .join(', ')}
                      </span>
                    )}
                  </span>
                  <StrandMark strand={u.fault.strand} title={STRAND_WORDS[u.fault.strand]} />
                </li>
              )
            })}
          </ol>
        </div>
      </div>
    </Section>
  )
}

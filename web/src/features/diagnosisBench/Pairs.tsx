/** Two faults at once: for the likeliest pairs, how the chances divide between them. */
import type { PairChance, Rival } from '@vein-mend/core/diagnosis'
import { Section } from '../../ui/Page'
import { percent } from '../../wording/words'

const SHOWN = 3
/** A pair less likely than this is not worth a row. */
const WORTH_A_ROW = 0.02

function Split({ pair }: { pair: PairChance }) {
  const parts = [
    { share: pair.onlyA, fill: 'var(--ink)', opacity: 0.55 },
    { share: pair.both, fill: 'var(--ink)', opacity: 1 },
    { share: pair.onlyB, fill: 'var(--ink)', opacity: 0.3 },
  ]
  const starts = parts.map((_, i) => parts.slice(0, i).reduce((sum, p) => sum + p.share, 0) * 100)
  return (
    <svg viewBox="0 0 100 6" preserveAspectRatio="none" className="h-3 w-full" aria-hidden>
      {parts.map((p, i) => (
        <rect
          key={i}
          x={starts[i]}
          y="0"
          width={p.share * 100}
          height="6"
          fill={p.fill}
          fillOpacity={p.opacity}
        />
      ))}
      <rect x="0" y="0" width="100" height="6" fill="none" stroke="var(--kiln)" strokeWidth="0.4" />
    </svg>
  )
}

export function Pairs({
  pairs,
  rivals,
}: {
  pairs: readonly PairChance[]
  rivals: readonly Rival[]
}) {
  const nameOf = (id: string) => rivals.find((r) => r.fault.id === id)?.fault.name ?? id
  const shown = pairs.filter((p) => p.both >= WORTH_A_ROW).slice(0, SHOWN)
  return (
    <Section title="Two at once?">
      {shown.length === 0 ? (
        <p className="text-kiln">Hardly: one of the likeliest explains it alone.</p>
      ) : (
        <ul className="space-y-3">
          {shown.map((p) => (
            <li key={`${p.a} ${p.b}`}>
              <p className="text-sm">
                <span className="font-medium">{nameOf(p.a)}</span> and{' '}
                <span className="font-medium">{nameOf(p.b)}</span>: both {percent(p.both)}
              </p>
              <Split pair={p} />
              <p className="text-kiln text-sm">
                only the first {percent(p.onlyA)}, only the second {percent(p.onlyB)}, neither{' '}
                {percent(p.neither)}
              </p>
            </li>
          ))}
        </ul>
      )}
    </Section>
  )
}

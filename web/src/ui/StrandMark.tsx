/** A strand by shape, hue and word: square, triangle, ring, drop. */
import type { Strand } from '@vein-mend/core/packs'

const SHAPES: Record<Strand, React.ReactNode> = {
  posture: <rect x="2" y="2" width="10" height="10" />,
  tension: <path d="M7 1 L13 12.5 L1 12.5 Z" />,
  coordination: <circle cx="7" cy="7" r="4.6" fill="none" stroke="currentColor" strokeWidth="3" />,
  tone: <path d="M7 0.8 C10 5 12 7 12 9 A5 4.6 0 0 1 2 9 C2 7 4 5 7 0.8 Z" />,
}

export const STRAND_CLASS: Record<Strand, string> = {
  posture: 'text-posture',
  tension: 'text-tension',
  coordination: 'text-coordination',
  tone: 'text-tone',
}

export function StrandMark({ strand, title }: { strand: Strand; title?: string }) {
  return (
    <svg
      viewBox="0 0 14 14"
      width="14"
      height="14"
      className={`inline-block shrink-0 ${STRAND_CLASS[strand]}`}
      fill="currentColor"
      role={title === undefined ? undefined : 'img'}
      aria-label={title}
      aria-hidden={title === undefined}
    >
      {SHAPES[strand]}
    </svg>
  )
}

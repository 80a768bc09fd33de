/** Weight of evidence as a bar from the middle: filled for, hollow against. */

/** A bar of full length, decibans. */
const BAR_DB = 20

export function DecibanBar({ decibans }: { decibans: number }) {
  const share = Math.min(1, Math.abs(decibans) / BAR_DB) * 50
  return (
    <svg
      viewBox="0 0 100 8"
      width="90"
      height="10"
      preserveAspectRatio="none"
      aria-hidden
      className="shrink-0"
    >
      <path d="M50 0 V8" stroke="var(--kiln)" strokeWidth="1" />
      <rect
        x={decibans >= 0 ? 50 : 50 - share}
        y="1.5"
        width={share}
        height="5"
        fill={decibans >= 0 ? 'var(--ink)' : 'none'}
        stroke="var(--ink)"
      />
    </svg>
  )
}

/** How far a measuring is, with the way out. */
import { Button } from '../ui/Button'

export function MeasuringBar({
  share,
  onLeave,
}: {
  readonly share: number | null
  readonly onLeave: () => void
}) {
  return (
    <div className="flex items-center gap-3">
      <span role="status">
        {share === null ? 'Measuring …' : `Measuring, ${Math.round(share * 100)}\u00a0%`}
      </span>
      <span aria-hidden className="bg-line h-1.5 min-w-24 flex-1 overflow-hidden rounded">
        <span
          className="bg-ink block h-full"
          style={{ width: `${Math.round((share ?? 0) * 100)}%` }}
        />
      </span>
      <Button small onClick={onLeave}>
        Stop
      </Button>
    </div>
  )
}

/** Which part of a set-up point is not right, where its question asks for several. */
import type { SetupPoint } from '@vein-mend/core/packs'
import { Several } from '../../ui/Choice'

interface Props {
  readonly point: SetupPoint
  readonly chosen: readonly string[]
  readonly onChange: (parts: readonly string[]) => void
}

export function WhichParts({ point, chosen, onChange }: Props) {
  if (point.parts.length < 2) return null
  return (
    <div className="flex w-full flex-wrap items-center gap-x-3 gap-y-1 pb-1">
      <span className="text-sm font-medium">Which?</span>
      <Several
        label={`${point.ask} Which is not right?`}
        chosen={chosen}
        options={point.parts.map((p) => [p.id, p.say] as const)}
        onChange={onChange}
      />
    </div>
  )
}

/** The notes a take was asked to be. */
import type { TakeOf } from '@vein-mend/core/takes'
import { useView } from '../../data/studentContext'

/** The notes that were asked, where the rung is still on its ladder. */
export function AskedNotes({ of }: { of: TakeOf | null }) {
  const view = useView()
  const ladder = view.record.cases.find((c) => c.id === of?.case)?.ladder
  const place = ladder?.rungs.findIndex((r) => r.id === of?.rung) ?? -1
  if (!of || place < 0) return null
  return (
    <img
      src={`/api/students/${view.id}/faults/${of.case}/notes/${place + 1}.svg`}
      alt={`Notes of ${of.name}`}
      className="notation mb-3 max-h-80 min-h-24 w-full rounded-md bg-white object-contain object-left p-2"
    />
  )
}

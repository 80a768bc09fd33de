/** Pain, numbness, dizziness: said before anything else. */
import type { Finding } from '@vein-mend/core/packs'
import { OctagonAlert } from 'lucide-react'

export function StopBanner({ stops }: { stops: readonly Finding[] }) {
  if (stops.length === 0) return null
  return (
    <div
      role="alert"
      className="bg-dangerwash border-danger mt-3 flex gap-3 rounded-md border-2 p-3"
    >
      <OctagonAlert aria-hidden className="text-danger mt-0.5 shrink-0" size={22} />
      <div>
        {stops.map((s) => (
          <p key={s.id}>
            <strong>{s.text}.</strong> {s.stop?.say}
          </p>
        ))}
        <p className="text-kiln mt-1 text-sm">
          This is no medical diagnosis. Checks and ladders that load the part are left out until it
          is reported gone.
        </p>
      </div>
    </div>
  )
}

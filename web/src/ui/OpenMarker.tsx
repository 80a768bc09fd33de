/** The mark of what can be opened, for a summary laid out in a row; its details is a `group`. */
import { ChevronRight } from 'lucide-react'

export function OpenMarker() {
  return <ChevronRight aria-hidden size={18} className="shrink-0 group-open:rotate-90" />
}

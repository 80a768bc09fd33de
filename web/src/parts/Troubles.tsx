/** What is wrong in a pack's text, line by line. */
import type { FileTrouble } from '@vein-mend/contract'
import { sayTrouble } from '../wording/troubles'

export function Troubles({ troubles }: { troubles: readonly FileTrouble[] }) {
  return (
    <ul className="mt-2 ml-5 list-disc" aria-label="What is wrong">
      {troubles.map((t, i) => (
        <li key={i}>
          {sayTrouble(t)}{' '}
          <span className="text-sm">
            ({t.file}, line {t.line}
            {t.path === '' ? '' : `, ${t.path}`})
          </span>
        </li>
      ))}
    </ul>
  )
}

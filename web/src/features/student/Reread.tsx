/** Answers that mean something else by now: said once, with what they had ruled out. Nothing is counted anew. */
import { answersReread } from '@vein-mend/core/standing'
import { useView } from '../../data/studentContext'
import { useKept } from '../../data/useKept'
import { Button } from '../../ui/Button'
import { Fold } from '../../ui/Fold'
import { shortDay } from '../../wording/dates'
import { plural } from '../../wording/words'

export function Reread() {
  const view = useView()
  const [seen, see] = useKept(`reread-${view.id}`)
  const found = answersReread(view.record, view.knowledge)
  if (found.length === 0 || Number(seen) >= found.length) return null
  return (
    <Fold
      className="border-line mt-4 border-y py-1"
      head={<span>{plural(found.length, 'answer')} of earlier lessons ruled out too much</span>}
    >
      <p>
        These answers counted against a fault although its cure had worked, or could not be tried.
        What was decided stands as it was; look again where it seems right.
      </p>
      <ul className="mt-2 space-y-1.5">
        {found.map(({ date, check, answer, faults }, i) => (
          <li key={i}>
            <span className="text-kiln">{shortDay(date)}, </span>
            {check}: “{answer}” <span className="text-kiln">had ruled out</span>{' '}
            {faults.map((f) => f.name.toLowerCase()).join('; ')}
          </li>
        ))}
      </ul>
      <p className="mt-2">
        <Button small onClick={() => see(String(found.length))}>
          Seen
        </Button>
      </p>
    </Fold>
  )
}

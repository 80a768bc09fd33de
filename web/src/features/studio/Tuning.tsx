/** The A to which this studio tunes: recordings are compared with it. */
import { A4 } from '@vein-mend/core/record'
import { useState } from 'react'
import { toast } from 'sonner'
import { api } from '../../data/api'
import { useChange } from '../../data/useChange'
import { Button } from '../../ui/Button'
import { Num } from '../../ui/Inputs'
import { Section } from '../../ui/Page'

const TOUCHES = [['studio']]

export function Tuning({ a4 }: { a4: number }) {
  const [typed, setTyped] = useState(a4)
  const change = (hz: number) => api.chooseTuning({ a4: hz })
  const { run: back } = useChange({ change, touches: TOUCHES, toasted: true })
  const { run, trouble } = useChange({
    change,
    touches: TOUCHES,
    done: (_, hz) => {
      toast(`A at ${hz} Hz, for what is measured from now on`, {
        action: {
          label: 'Undo',
          onClick: () => {
            setTyped(a4)
            back(a4)
          },
        },
      })
    },
  })
  const allowed = typed >= A4.least && typed <= A4.most
  return (
    <Section title="Tuning" aside="recordings are compared with it; figures of before stay">
      <div className="flex items-end gap-3">
        <div className="w-48">
          <Num
            label="A above middle C, Hz"
            value={typed}
            min={A4.least}
            max={A4.most}
            step={0.5}
            onChange={setTyped}
          />
        </div>
        <Button disabled={!allowed || typed === a4} onClick={() => run(typed)}>
          Keep it
        </Button>
      </div>
      {trouble && (
        <p role="alert" className="text-danger mt-2">
          {trouble.words}
        </p>
      )}
    </Section>
  )
}

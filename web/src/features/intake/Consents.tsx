/** Consents on record: who said yes or no to what, and when. */
import { CONSENT_STATES, CONSENTS } from '@vein-mend/core/record'
import type { ConsentKind, StudentCard } from '@vein-mend/core/record'
import { useFormContext, useWatch } from 'react-hook-form'
import { DateBox } from '../../ui/DateBox'
import { INPUT_CLASS } from '../../ui/Field'
import { Section } from '../../ui/Page'
import { CONSENT_STATE_WORDS, CONSENT_WORDS } from '../../wording/words'
import { PickOf } from './fields'

function ConsentDay({ kind }: { readonly kind: ConsentKind }) {
  const { register, control } = useFormContext<StudentCard>()
  const name = `consents.${kind}.on` as const
  const day = useWatch({ control, name })
  return <DateBox {...register(name)} value={day} aria-label={`${CONSENT_WORDS[kind]}: on`} />
}

export function Consents() {
  const { register } = useFormContext<StudentCard>()
  return (
    <Section title="Consents" aside="a guardian’s for a child; nothing happens without">
      <table className="w-full">
        <thead className="text-kiln text-left text-sm">
          <tr>
            <th className="font-medium">For</th>
            <th className="font-medium">Answer</th>
            <th className="font-medium">Given by</th>
            <th className="font-medium">On</th>
          </tr>
        </thead>
        <tbody>
          {CONSENTS.map((kind) => (
            <tr key={kind} className="border-line border-b">
              <th scope="row" className="py-1.5 pr-3 text-left font-normal">
                {CONSENT_WORDS[kind]}
              </th>
              <td className="pr-3">
                <PickOf
                  bare
                  label={`${CONSENT_WORDS[kind]}: answer`}
                  name={`consents.${kind}.state`}
                  options={CONSENT_STATES.map((s) => [s, CONSENT_STATE_WORDS[s]])}
                />
              </td>
              <td className="pr-3">
                <input
                  aria-label={`${CONSENT_WORDS[kind]}: given by`}
                  {...register(`consents.${kind}.by`)}
                  className={INPUT_CLASS}
                />
              </td>
              <td>
                <ConsentDay kind={kind} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Section>
  )
}

/** A student who comes from another teacher: do they know, may we speak, what came along. */
import type { FormerTeacher, StudentCard } from '@vein-mend/core/record'
import { useFormContext, useWatch } from 'react-hook-form'
import { CheckBox } from '../../ui/CheckBox'
import { Field } from '../../ui/Field'
import { Section } from '../../ui/Page'
import { CheckOf } from './fields'

const NOBODY: FormerTeacher = {
  name: '',
  contact: '',
  told: false,
  maySpeak: false,
  handedOver: '',
}

export function FromElsewhere() {
  const { register, control, setValue } = useFormContext<StudentCard>()
  const former = useWatch({ control, name: 'former' })
  return (
    <Section title="From another teacher?">
      <CheckBox
        checked={former !== null}
        onChange={(they) => setValue('former', they ? NOBODY : null)}
      >
        They come from another teacher
      </CheckBox>
      {former && (
        <div className="mt-2 grid gap-4 sm:grid-cols-2">
          <Field label="Former teacher">
            {(p) => <input {...p} {...register('former.name')} autoComplete="off" />}
          </Field>
          <Field label="How to reach them">
            {(p) => <input {...p} {...register('former.contact')} autoComplete="off" />}
          </Field>
          <CheckOf name="former.told">That teacher has been told</CheckOf>
          <CheckOf name="former.maySpeak">We may speak with them</CheckOf>
          <div className="sm:col-span-2">
            <Field
              label="What they handed over"
              help="What they worked on, in their words. Nobody belittles the former teacher."
            >
              {(p) => (
                <textarea
                  {...p}
                  {...register('former.handedOver')}
                  rows={3}
                  className={`${p.className} py-2`}
                />
              )}
            </Field>
          </div>
        </div>
      )}
    </Section>
  )
}

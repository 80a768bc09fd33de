/** A student who comes from another teacher: do they know, may we speak, what came along. */
import type { FormerTeacher, StudentCard } from '@vein-mend/core/record'
import { useFormContext, useWatch } from 'react-hook-form'
import { Field } from '../../ui/Field'
import { Section } from '../../ui/Page'

const NOBODY: FormerTeacher = {
  name: '',
  contact: '',
  told: false,
  maySpeak: false,
  handedOver: '',
}

export function FromElsewhere({ keepDraft }: { keepDraft: () => void }) {
  const { register, control, setValue } = useFormContext<StudentCard>()
  const former = useWatch({ control, name: 'former' })
  return (
    <Section title="From another teacher?">
      <label className="flex min-h-11 items-center gap-2.5">
        <input
          type="checkbox"
          className="size-5 accent-(--ink)"
          checked={former !== null}
          onChange={(e) => {
            setValue('former', e.target.checked ? NOBODY : null)
            keepDraft()
          }}
        />
        They come from another teacher
      </label>
      {former && (
        <div className="mt-2 grid gap-4 sm:grid-cols-2">
          <Field label="Former teacher">
            {(p) => <input {...p} {...register('former.name')} autoComplete="off" />}
          </Field>
          <Field label="How to reach them">
            {(p) => <input {...p} {...register('former.contact')} autoComplete="off" />}
          </Field>
          <label className="flex min-h-11 items-center gap-2.5">
            <input type="checkbox" {...register('former.told')} className="size-5 accent-(--ink)" />
            That teacher has been told
          </label>
          <label className="flex min-h-11 items-center gap-2.5">
            <input
              type="checkbox"
              {...register('former.maySpeak')}
              className="size-5 accent-(--ink)"
            />
            We may speak with them
          </label>
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

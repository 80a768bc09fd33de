/** What works already: kept, and shown first ever after. */
import type { StudentCard } from '@vein-mend/core/record'
import { Controller, useFormContext } from 'react-hook-form'
import { INPUT_CLASS } from '../../ui/Field'
import { Section } from '../../ui/Page'
import { Rows } from '../../ui/Rows'

export function Works() {
  const { control } = useFormContext<StudentCard>()
  return (
    <Section title="What already works" aside="kept, and said first in every lesson">
      <Controller
        control={control}
        name="works"
        render={({ field }) => (
          <Rows
            legend="Strengths"
            rows={field.value}
            fresh={() => ''}
            add="Something that works"
            onChange={field.onChange}
          >
            {(words, change, i) => (
              <input
                aria-label={`Strength ${i + 1}`}
                value={words}
                maxLength={200}
                autoFocus={words === ''}
                onChange={(e) => change(e.target.value)}
                className={INPUT_CLASS}
              />
            )}
          </Rows>
        )}
      />
    </Section>
  )
}

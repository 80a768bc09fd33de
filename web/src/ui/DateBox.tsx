/** A date as it is written here, the month by its name, whatever the browser would make of it. */
import { parseDay } from '@vein-mend/core/kit'
import type { ComponentProps } from 'react'
import { format, parseISO } from 'date-fns'
import { INPUT_CLASS } from './Field'

type Props = Omit<ComponentProps<'input'>, 'type' | 'value'> & {
  readonly value: string
}

/** The browser's own digits are seen only while the date is being typed. */
export function DateBox({ value, className = INPUT_CLASS, ...rest }: Props) {
  const day = parseDay(value)
  return (
    <span className="relative block">
      <input
        {...rest}
        type="date"
        value={value}
        className={`${className} peer min-w-48 ${day ? 'not-focus:[&::-webkit-datetime-edit]:opacity-0' : ''}`}
      />
      {day && (
        <span
          aria-hidden
          className="pointer-events-none absolute inset-y-0 left-3 flex items-center peer-focus:hidden"
        >
          {format(parseISO(day), 'EEE d MMM yyyy')}
        </span>
      )}
    </span>
  )
}

/** A form field with its label, its help and what is wrong with it. */
import { useId } from 'react'
import type { ReactElement } from 'react'

export const INPUT_CLASS =
  'bg-glaze border-kiln placeholder:text-kiln min-h-11 w-full rounded-md border px-3 aria-invalid:border-danger aria-invalid:border-2'

interface Props {
  readonly label: string
  readonly help?: string | undefined
  readonly trouble?: string | undefined
  readonly children: (props: {
    id: string
    'aria-invalid': boolean
    'aria-describedby': string | undefined
    className: string
  }) => ReactElement
}

export function Field({ label, help, trouble, children }: Props) {
  const id = useId()
  const about = trouble ?? help
  return (
    <div>
      <label htmlFor={id} className="mb-1 block font-medium">
        {label}
      </label>
      {children({
        id,
        'aria-invalid': trouble !== undefined,
        'aria-describedby': about === undefined ? undefined : `${id}-about`,
        className: INPUT_CLASS,
      })}
      {about !== undefined && (
        <p
          id={`${id}-about`}
          className={`mt-1 text-sm ${trouble === undefined ? 'text-kiln' : 'text-danger'}`}
        >
          {about}
        </p>
      )}
    </div>
  )
}

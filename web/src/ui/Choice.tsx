/** One of a few: a row of large buttons that works by touch, mouse and arrow keys. */
import { ToggleGroup } from 'radix-ui'

/** Chosen is a thick edge and a tick; a fill of ink is kept for what is done next. Neither moves what stands beside it. */
const BUTTON =
  "bg-glaze border-line data-[state=on]:border-ink data-[state=on]:shadow-[inset_0_0_0_1px_var(--ink)] relative min-h-11 rounded-md border data-[state=on]:after:absolute data-[state=on]:after:top-0 data-[state=on]:after:right-1 data-[state=on]:after:text-xs data-[state=on]:after:content-['✓'_/_'']"

/** The look of one of them in a dense row. */
export const CHOICE_CLASS = `${BUTTON} px-2`

interface SeveralProps {
  readonly label: string
  readonly chosen: readonly string[]
  readonly options: readonly (readonly [string, string])[]
  readonly onChange: (chosen: readonly string[]) => void
}

/** Any of a few: the same buttons, each pressed by itself. */
export function Several({ label, chosen, options, onChange }: SeveralProps) {
  return (
    <ToggleGroup.Root
      type="multiple"
      aria-label={label}
      value={[...chosen]}
      onValueChange={onChange}
      className="flex flex-wrap gap-1.5"
    >
      {options.map(([key, words]) => (
        <ToggleGroup.Item key={key} value={key} className={`${BUTTON} px-3 text-left`}>
          {words}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  )
}

interface Props<T extends string> {
  readonly label: string
  readonly value: T | null
  readonly options: readonly (readonly [T, string])[]
  readonly onChange: (value: T) => void
  /** Close together, where several stand in one row. */
  readonly dense?: boolean
}

export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
  dense = false,
}: Props<T>) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value ?? ''}
      onValueChange={(next) => {
        const found = options.find(([key]) => key === next)
        if (found) onChange(found[0])
      }}
      className={`flex flex-wrap ${dense ? 'gap-1' : 'gap-1.5'}`}
    >
      {options.map(([key, words]) => (
        <ToggleGroup.Item key={key} value={key} className={dense ? CHOICE_CLASS : `${BUTTON} px-3`}>
          {words}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  )
}

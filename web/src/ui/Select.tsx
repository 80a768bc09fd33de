/** One of many: a list that opens below its button; letters, arrows and touch choose. */
import { Check, ChevronDown } from 'lucide-react'
import { Select as Radix } from 'radix-ui'
import { useState } from 'react'
import type { ReactNode } from 'react'
import { INPUT_CLASS } from './Field'

export type Options<T extends string> = readonly (readonly [value: T, words: string])[]

interface Props<T extends string> {
  readonly id?: string
  /** Said to a screen reader where no label stands beside it. */
  readonly 'aria-label'?: string
  readonly 'aria-invalid'?: boolean
  readonly 'aria-describedby'?: string | undefined
  readonly className?: string
  readonly disabled?: boolean
  readonly value: T | ''
  readonly options: Options<T>
  readonly onChange: (value: T) => void
  /** What stands in the button in place of the chosen words. */
  readonly children?: ReactNode
}

const BUILT_MOST = 40

// The primitive keeps the empty value for itself; an answer of ours may be empty ("not known").
const inside = (value: string) => `=${value}`

const ITEM =
  'flex min-h-11 cursor-pointer items-center gap-2 rounded px-2 outline-none select-none data-[highlighted]:bg-ink data-[highlighted]:text-slip'

export function Select<T extends string>(props: Props<T>) {
  const { value, options, onChange, children, disabled = false, className, ...about } = props
  const [open, setOpen] = useState(false)
  const chosen = options.find(([key]) => key === value)
  return (
    <Radix.Root
      value={chosen ? inside(value) : ''}
      disabled={disabled}
      open={open}
      onOpenChange={setOpen}
      onValueChange={(next) => {
        const found = options.find(([key]) => inside(key) === next)
        if (found) onChange(found[0])
      }}
    >
      <Radix.Trigger
        {...about}
        className={`flex items-center gap-2 text-left disabled:opacity-45 ${className ?? INPUT_CLASS}`}
      >
        <span className="min-w-0 flex-1 truncate">
          {children ?? chosen?.[1] ?? <span className="text-kiln">Choose …</span>}
        </span>
        <ChevronDown aria-hidden size={16} className="text-kiln shrink-0" />
      </Radix.Trigger>
      {/* Letters typed at the button find what is in the list; one with every sign of an instrument is built when opened. */}
      {(open || options.length <= BUILT_MOST) && (
        <Radix.Portal>
          <Radix.Content
            position="popper"
            sideOffset={4}
            className="bg-glaze border-ink z-60 max-h-(--radix-select-content-available-height) max-w-[min(32rem,95vw)] min-w-(--radix-select-trigger-width) overflow-hidden rounded-md border shadow-lg"
          >
            <Radix.Viewport className="p-1">
              {options.map(([key, words]) => (
                <Radix.Item key={key} value={inside(key)} className={ITEM}>
                  <span className="w-4 shrink-0">
                    <Radix.ItemIndicator>
                      <Check aria-hidden size={16} />
                    </Radix.ItemIndicator>
                  </span>
                  <Radix.ItemText>{words}</Radix.ItemText>
                </Radix.Item>
              ))}
            </Radix.Viewport>
          </Radix.Content>
        </Radix.Portal>
      )}
    </Radix.Root>
  )
}

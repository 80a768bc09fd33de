/** A list of rows that can be added to, taken from and moved by key, for forms. */
import { ArrowDown, ArrowUp, Plus, X } from 'lucide-react'
import type { ReactNode } from 'react'
import { Button } from './Button'

interface Props<T> {
  readonly legend: string
  readonly help?: string
  readonly rows: readonly T[]
  readonly fresh: () => T
  readonly add: string
  /** Rows whose order matters get arrows. */
  readonly ordered?: boolean
  readonly onChange: (rows: readonly T[]) => void
  readonly children: (row: T, change: (row: T) => void, place: number) => ReactNode
}

function moved<T>(rows: readonly T[], from: number, to: number): readonly T[] {
  const copy = [...rows]
  const [row] = copy.splice(from, 1)
  if (row !== undefined) copy.splice(to, 0, row)
  return copy
}

export function Rows<T>(props: Props<T>) {
  const { legend, help, rows, fresh, add, ordered = false, onChange, children } = props
  const change = (place: number) => (row: T) =>
    onChange(rows.map((old, i) => (i === place ? row : old)))
  return (
    <fieldset>
      <legend className="mb-1 font-medium">{legend}</legend>
      {help !== undefined && <p className="text-kiln mb-1 text-sm">{help}</p>}
      <ol className="space-y-2">
        {rows.map((row, i) => (
          <li key={i} className="flex items-start gap-2">
            <div className="min-w-0 flex-1">{children(row, change(i), i)}</div>
            {ordered && (
              <>
                <IconButton
                  label={`Move ${i + 1} up: ${legend}`}
                  disabled={i === 0}
                  onClick={() => onChange(moved(rows, i, i - 1))}
                >
                  <ArrowUp aria-hidden size={16} />
                </IconButton>
                <IconButton
                  label={`Move ${i + 1} down: ${legend}`}
                  disabled={i === rows.length - 1}
                  onClick={() => onChange(moved(rows, i, i + 1))}
                >
                  <ArrowDown aria-hidden size={16} />
                </IconButton>
              </>
            )}
            <IconButton
              label={`Take out ${i + 1}: ${legend}`}
              onClick={() => onChange(rows.filter((_, j) => j !== i))}
            >
              <X aria-hidden size={16} />
            </IconButton>
          </li>
        ))}
      </ol>
      <Button small className="mt-2" onClick={() => onChange([...rows, fresh()])}>
        <Plus aria-hidden size={15} /> {add}
      </Button>
    </fieldset>
  )
}

function IconButton({
  label,
  disabled = false,
  onClick,
  children,
}: {
  label: string
  disabled?: boolean
  onClick: () => void
  children: ReactNode
}) {
  return (
    <button
      type="button"
      aria-label={label}
      disabled={disabled}
      onClick={onClick}
      className="grid size-11 shrink-0 place-items-center rounded-md disabled:opacity-40"
    >
      {children}
    </button>
  )
}

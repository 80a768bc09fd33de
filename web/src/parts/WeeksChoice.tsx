/** How many weeks a project is planned for: four to six, common practice. */
import { Choice } from '../ui/Choice'

export const USUAL_WEEKS = 5

export function WeeksChoice({
  weeks,
  onChange,
}: {
  weeks: number
  onChange: (weeks: number) => void
}) {
  return (
    <div className="flex flex-wrap items-center gap-3">
      <span className="font-medium">Planned for</span>
      <Choice
        label="Weeks planned"
        value={String(weeks)}
        options={[
          ['4', '4 weeks'],
          ['5', '5 weeks'],
          ['6', '6 weeks'],
        ]}
        onChange={(next) => onChange(Number(next))}
      />
    </div>
  )
}

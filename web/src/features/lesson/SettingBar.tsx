/** What the student is playing now, and whether the cue was said. */
import type { Condition } from '@vein-mend/core/packs'
import { Choice } from '../../ui/Choice'
import type { Setting } from './setting'

const SETTINGS: readonly (readonly [Condition, string])[] = [
  ['exercise', 'exercise'],
  ['piece-slow', 'piece, slowly'],
  ['piece-tempo', 'piece, at tempo'],
  ['performance', 'performance'],
]

export function SettingBar({
  setting,
  onChange,
}: {
  setting: Setting
  onChange: (setting: Setting) => void
}) {
  return (
    <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-2 text-sm">
      <Choice
        dense
        label="What they play now"
        value={setting.condition}
        options={SETTINGS}
        onChange={(condition) => onChange({ ...setting, condition })}
      />
      <Choice
        dense
        label="Prompted or not"
        value={setting.prompted ? 'prompted' : 'unprompted'}
        options={[
          ['unprompted', 'cue not said'],
          ['prompted', 'cue said'],
        ]}
        onChange={(p) => onChange({ ...setting, prompted: p === 'prompted' })}
      />
    </div>
  )
}

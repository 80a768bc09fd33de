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
    <div className="mt-3 flex flex-wrap items-center gap-x-5 gap-y-2 text-sm">
      <span className="text-kiln">They play now:</span>
      <Choice
        label="Setting"
        value={setting.condition}
        options={SETTINGS}
        onChange={(condition) => onChange({ ...setting, condition })}
      />
      <Choice
        label="Prompted or not"
        value={setting.prompted ? 'prompted' : 'unprompted'}
        options={[
          ['unprompted', 'nobody said the cue'],
          ['prompted', 'cue was said'],
        ]}
        onChange={(p) => onChange({ ...setting, prompted: p === 'prompted' })}
      />
    </div>
  )
}

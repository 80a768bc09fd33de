/** What the student is playing now, and whether the cue was said. */
import type { Condition } from '@vein-mend/core/packs'
import { Choice } from '../../ui/Choice'
import { Pressed } from '../../ui/Pressed'
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
    <div className="text-ink flex flex-wrap items-center gap-x-3 gap-y-2 text-sm">
      <Choice
        dense
        label="What they play now"
        value={setting.condition}
        options={SETTINGS}
        onChange={(condition) => onChange({ ...setting, condition })}
      />
      <Pressed
        pressed={setting.prompted}
        onChange={(prompted) => onChange({ ...setting, prompted })}
      >
        cue said
      </Pressed>
    </div>
  )
}

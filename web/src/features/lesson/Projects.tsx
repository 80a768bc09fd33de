/** What is being mended: recall the cue, look before prompting, try the rung, decide. */
import { useView, useLesson } from '../../data/studentContext'
import { activeProjects } from '@vein-mend/core/record'
import { brief } from '@vein-mend/core/standing'
import type { CaseState, LessonState } from '@vein-mend/core/record'
import type { StudentView } from '../../data/useStudent'
import { Section } from '../../ui/Page'
import { Project } from './Project'
import type { Setting } from './setting'
import { SettingBar } from './SettingBar'

/** Faults to look at in this lesson: projects, rechecks due, and what was looked at already today. */
function casesForLesson(view: StudentView, lesson: LessonState): readonly CaseState[] {
  const due = brief(view.record, lesson.date)
    .items.filter((i) => i.kind === 'recheck-due')
    .map((i) => i.state.id)
  const active = activeProjects(view.record).map((c) => c.id)
  return view.record.cases.filter(
    (c) =>
      active.includes(c.id) || due.includes(c.id) || c.looks.some((l) => l.lesson === lesson.id),
  )
}

interface Props {
  readonly setting: Setting
  readonly onSetting: (setting: Setting) => void
}

export function Projects({ setting, onSetting }: Props) {
  const lesson = useLesson()
  const view = useView()
  const cases = casesForLesson(view, lesson)
  if (cases.length === 0) return null
  return (
    <Section
      title="Recall and look"
      aside={lesson.open && <SettingBar setting={setting} onChange={onSetting} />}
    >
      {cases.map((c) => (
        <Project key={c.id} state={c} setting={setting} />
      ))}
    </Section>
  )
}

/** All recordings and pictures of a student, the latest first. */
import { useView } from '../../data/studentContext'
import { TakeRows } from '../../parts/Takes'
import { Section } from '../../ui/Page'

export function StudentTakes() {
  const view = useView()
  const takes = view.record.takes.filter((t) => !t.removed).toReversed()
  if (takes.length === 0) return null
  return (
    <Section title="Recordings and pictures" aside="kept on the studio’s own machine only">
      <TakeRows takes={takes} />
    </Section>
  )
}

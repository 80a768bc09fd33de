/** The same way about on every screen of a student; the desk of a lesson has its own. */
import { NavLink, useMatch } from 'react-router'

const SCREENS = [
  ['', 'Overview'],
  ['week', 'Practice week'],
  ['sheet', 'Practice sheet'],
  ['gates', 'Gates'],
  ['progress', 'Progress'],
  ['seam', 'The seam'],
  ['card', 'Card'],
] as const

function linkClass({ isActive }: { isActive: boolean }) {
  return `inline-flex min-h-11 items-center px-2 ${isActive ? 'font-semibold underline decoration-2 underline-offset-8' : 'hover:underline'}`
}

export function StudentTabs() {
  const { studentId, '*': rest = '' } = useMatch('/students/:studentId/*')?.params ?? {}
  if (studentId === undefined || studentId === 'new' || rest.startsWith('lessons')) return null
  return (
    <nav aria-label="Student" className="no-print border-line -mx-2 flex flex-wrap border-b">
      {SCREENS.map(([path, words]) => (
        <NavLink
          key={path}
          end
          to={`/students/${studentId}${path === '' ? '' : `/${path}`}`}
          className={linkClass}
        >
          {words}
        </NavLink>
      ))}
    </nav>
  )
}

/** The frame round every screen: name, ways about, theme, and whether the server is there. */
import { Check, Hourglass, Moon, Sun } from 'lucide-react'
import { lazy, Suspense, useEffect, useState } from 'react'
import { NavLink, Outlet, ScrollRestoration, useMatch } from 'react-router'
import { keepText, keptText } from '../data/keep'
import { useMailState } from '../data/useActs'
import { SeamMark } from '../ui/SeamMark'
import { KeyMap } from './KeyMap'
import { MailBar } from './MailBar'
import { Notices } from './Notices'
import { StudentTabs } from './StudentTabs'
import { useKeysStay } from './useKeysStay'
import { useScreenTold } from './useScreenTold'

/** It plays the record, which the first page does not need. */
const StudentStops = lazy(() => import('../parts/StudentStops'))

/** On every screen of a student: what stops their playing. */
function Stops() {
  const student = useMatch('/students/:studentId/*')?.params.studentId
  if (student === undefined || student === 'new') return null
  return (
    <Suspense fallback={null}>
      <StudentStops student={student} />
    </Suspense>
  )
}

/** What changes from screen to screen. */
const CONTENT = 'content'
const THEME_KEY = 'vein-mend-theme'

function useTheme() {
  const [theme, setTheme] = useState<'light' | 'dark'>(() => {
    const kept = keptText(THEME_KEY)
    if (kept === 'light' || kept === 'dark') return kept
    return window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light'
  })
  useEffect(() => {
    document.documentElement.dataset.theme = theme
  }, [theme])
  const flip = () => {
    const next = theme === 'dark' ? 'light' : 'dark'
    keepText(THEME_KEY, next)
    setTheme(next)
  }
  return { theme, flip }
}

function linkClass({ isActive }: { isActive: boolean }) {
  return `px-2 py-2.5 ${isActive ? 'font-semibold underline decoration-2 underline-offset-8' : 'hover:underline'}`
}

/** A quiet word in the corner: whether what was noted has reached the record. */
function SentWord() {
  const { known, acts } = useMailState()
  if (!known) return null
  return (
    <span className="text-kiln flex items-center text-sm" data-waiting={acts}>
      <span className="max-sm:sr-only">{acts === 0 ? 'all kept' : `keeping ${acts}`}</span>
      <span className="sm:hidden" aria-hidden>
        {acts === 0 ? <Check size={18} /> : <Hourglass size={18} />}
      </span>
    </span>
  )
}

export function Frame() {
  const { theme, flip } = useTheme()
  useScreenTold(CONTENT)
  useKeysStay(CONTENT)
  return (
    <>
      <a
        href={`#${CONTENT}`}
        className="bg-ink text-slip sr-only focus:not-sr-only focus:absolute focus:z-50 focus:p-3"
      >
        To the content
      </a>
      <header className="no-print border-line flex items-center gap-5 border-b px-5 max-sm:gap-2 max-sm:px-3">
        <NavLink to="/" className="flex items-center gap-2.5 py-2 font-serif text-lg font-semibold">
          <SeamMark />
          <span className="max-sm:sr-only">Vein Mend</span>
        </NavLink>
        <nav aria-label="Main" className="flex gap-3 max-sm:gap-0">
          <NavLink to="/" end className={linkClass}>
            Today
          </NavLink>
          <NavLink to="/packs" className={linkClass}>
            Knowledge
          </NavLink>
          <NavLink to="/studio" className={linkClass}>
            Studio
          </NavLink>
        </nav>
        <span className="ml-auto">
          <SentWord />
        </span>
        <span className="-mr-4 -ml-3 max-sm:m-0">
          <KeyMap />
        </span>
        <button
          type="button"
          onClick={flip}
          className="grid size-11 place-items-center"
          aria-label={theme === 'dark' ? 'Light colours' : 'Dark colours'}
        >
          {theme === 'dark' ? <Sun aria-hidden size={18} /> : <Moon aria-hidden size={18} />}
        </button>
      </header>
      <MailBar />
      <main id={CONTENT} tabIndex={-1} className="mx-auto max-w-[1360px] px-5 pb-24 outline-none">
        <StudentTabs />
        <Stops />
        <Outlet />
      </main>
      <Notices theme={theme} />
      <ScrollRestoration />
    </>
  )
}

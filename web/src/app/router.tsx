/** The addresses of the screens; each screen loads when it is asked for. */
import { createBrowserRouter } from 'react-router'
import { Crash } from './Crash'
import { Frame } from './Frame'

/** Takes the screen out of its module when the address is opened. */
function screen<M>(load: () => Promise<M>, pick: (module: M) => React.ComponentType) {
  return async () => ({ Component: pick(await load()) })
}

export function makeRouter() {
  return createBrowserRouter([
    {
      path: '/home/:token',
      ErrorBoundary: Crash,
      HydrateFallback: () => null,
      lazy: screen(
        () => import('../features/home/Home'),
        (m) => m.Home,
      ),
    },
    {
      path: '/',
      Component: Frame,
      ErrorBoundary: Crash,
      HydrateFallback: () => null,
      children: [
        {
          index: true,
          lazy: screen(
            () => import('../features/today/Today'),
            (m) => m.Today,
          ),
        },
        {
          path: 'students/new',
          lazy: screen(
            () => import('../features/intake/Intake'),
            (m) => m.NewStudent,
          ),
        },
        {
          path: 'students/:studentId',
          lazy: screen(
            () => import('../features/student/Student'),
            (m) => m.Student,
          ),
        },
        {
          path: 'students/:studentId/lessons/:lessonId',
          lazy: screen(
            () => import('../features/lesson/Lesson'),
            (m) => m.Lesson,
          ),
        },
        {
          path: 'students/:studentId/lessons/:lessonId/bench',
          lazy: screen(
            () => import('../features/diagnosisBench/DiagnosisBench'),
            (m) => m.DiagnosisBenchScreen,
          ),
        },
        {
          path: 'students/:studentId/takes/:takeId',
          lazy: screen(
            () => import('../features/take/TakeScreen'),
            (m) => m.TakeScreen,
          ),
        },
        {
          path: 'students/:studentId/faults/:caseId',
          lazy: screen(
            () => import('../features/fault/FaultStory'),
            (m) => m.FaultStory,
          ),
        },
        {
          path: 'students/:studentId/faults/:caseId/ladder',
          lazy: screen(
            () => import('../features/remedyBench/RemedyBench'),
            (m) => m.RemedyBench,
          ),
        },
        {
          path: 'students/:studentId/gates',
          lazy: screen(
            () => import('../features/gates/Gates'),
            (m) => m.Gates,
          ),
        },
        {
          path: 'students/:studentId/card',
          lazy: screen(
            () => import('../features/intake/Intake'),
            (m) => m.StudentCardScreen,
          ),
        },
        {
          path: 'students/:studentId/sheet',
          lazy: screen(
            () => import('../features/sheet/Sheet'),
            (m) => m.Sheet,
          ),
        },
        {
          path: 'students/:studentId/progress',
          lazy: screen(
            () => import('../features/progress/ProgressScreen'),
            (m) => m.ProgressScreen,
          ),
        },
        {
          path: 'students/:studentId/seam',
          lazy: screen(
            () => import('../features/seam/SeamScreen'),
            (m) => m.SeamScreen,
          ),
        },
        {
          path: 'students/:studentId/week',
          lazy: screen(
            () => import('../features/week/Week'),
            (m) => m.Week,
          ),
        },
        {
          path: 'packs',
          lazy: screen(
            () => import('../features/packs/Packs'),
            (m) => m.Packs,
          ),
        },
        {
          path: 'packs/:packId',
          lazy: screen(
            () => import('../features/packs/Pack'),
            (m) => m.Pack,
          ),
        },
        {
          path: 'packs/:packId/edit/:section',
          lazy: screen(
            () => import('../features/ownKnowledge/EditEntry'),
            (m) => m.EditEntry,
          ),
        },
        {
          path: 'packs/:packId/edit/:section/:entryId',
          lazy: screen(
            () => import('../features/ownKnowledge/EditEntry'),
            (m) => m.EditEntry,
          ),
        },
        {
          path: 'studio',
          lazy: screen(
            () => import('../features/studio/Studio'),
            (m) => m.Studio,
          ),
        },
        {
          path: '*',
          lazy: screen(
            () => import('../ui/NotHere'),
            (m) => m.NotHere,
          ),
        },
      ],
    },
  ])
}

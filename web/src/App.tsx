import type { ComponentType } from 'react'
import { createBrowserRouter } from 'react-router'
import { RouterProvider } from 'react-router/dom'
import { NoPage, PageFailed } from './job/NoPage'
import { LampCheckMoved } from './trial/LampCheckMoved'
import { texts } from './shared/words'

/** A page that is fetched when somebody goes there. */
function page<N extends string>(load: () => Promise<Record<N, ComponentType>>, name: N) {
  return async () => ({ Component: (await load())[name] })
}

const router = createBrowserRouter([
  {
    path: '/',
    ErrorBoundary: PageFailed,
    HydrateFallback: () => <p className="p-6 text-ink-2">{texts.oneMoment}</p>,
    children: [
      { index: true, lazy: page(() => import('./job/Units'), 'Units') },
      { path: 'units', lazy: page(() => import('./job/Units'), 'Units') },
      { path: 'units/:unit', lazy: page(() => import('./job/UnitPage'), 'UnitPage') },
      { path: 'storage', lazy: page(() => import('./storage/Storage'), 'Storage') },
      { path: 'accounts', lazy: page(() => import('./account/Accounts'), 'Accounts') },
      {
        path: 'jobs/:job',
        lazy: page(() => import('./job/JobShell'), 'JobShell'),
        children: [
          { index: true, lazy: page(() => import('./hookup/HookUp'), 'HookUp') },
          { path: 'hook-up', lazy: page(() => import('./hookup/HookUp'), 'HookUp') },
          { path: 'modules/:module', lazy: page(() => import('./hookup/ModulePage'), 'ModulePage') },
          { path: 'faults', lazy: page(() => import('./fault/Faults'), 'Faults') },
          { path: 'faults/compare', lazy: page(() => import('./fault/Compare'), 'Compare') },
          { path: 'faults/snapshots', lazy: page(() => import('./fault/Snapshots'), 'Snapshots') },
          { path: 'faults/monitors', lazy: page(() => import('./fault/MonitorsPage'), 'MonitorsPage') },
          { path: 'faults/lamps', Component: LampCheckMoved },
          { path: 'unknown', lazy: page(() => import('./watch/Unknown'), 'Unknown') },
          { path: 'vessel', lazy: page(() => import('./vessel/VesselPage'), 'VesselPage') },
          { path: 'story', lazy: page(() => import('./story/Story'), 'Story') },
          { path: 'story/compare', lazy: page(() => import('./story/Comparison'), 'Comparison') },
          { path: 'watch', lazy: page(() => import('./watch/Watch'), 'Watch') },
          {
            path: 'watch/compare',
            lazy: page(() => import('./watch/CompareRecordings'), 'CompareRecordings'),
          },
          {
            path: 'watch/recordings/:recording',
            lazy: page(() => import('./watch/RecordingPage'), 'RecordingPage'),
          },
          { path: 'tests', lazy: page(() => import('./trial/Tests'), 'Tests') },
          { path: 'tests/run/:test', lazy: page(() => import('./trial/TrialPage'), 'TrialPage') },
          { path: 'tests/:trial', lazy: page(() => import('./trial/KeptTrial'), 'KeptTrial') },
          { path: 'trace', lazy: page(() => import('./trace/Trace'), 'Trace') },
          { path: 'trace/:trace', lazy: page(() => import('./trace/GuidePage'), 'GuidePage') },
          { path: 'trace/circuits/:part', lazy: page(() => import('./trace/CircuitPage'), 'CircuitPage') },
          { path: 'sign-off', lazy: page(() => import('./signoff/SignOff'), 'SignOff') },
          { path: 'logbook', lazy: page(() => import('./job/LogbookPage'), 'LogbookPage') },
          { path: '*', Component: NoPage },
        ],
      },
      { path: '*', Component: NoPage },
    ],
  },
])

/** All pages, for those who are signed in. */
export default function App() {
  return <RouterProvider router={router} />
}

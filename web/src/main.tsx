import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter } from 'react-router'
import { RouterProvider } from 'react-router/dom'
import { Gate } from './account/Gate'
import { Accounts } from './account/Accounts'
import { Compare } from './fault/Compare'
import { Faults } from './fault/Faults'
import { Lamps } from './fault/Lamps'
import { Snapshots } from './fault/Snapshots'
import { HookUp } from './hookup/HookUp'
import { ModulePage } from './hookup/ModulePage'
import { JobShell } from './job/JobShell'
import { LogbookPage } from './job/LogbookPage'
import { Units } from './job/Units'
import { Comparison } from './story/Comparison'
import { Story } from './story/Story'
import { VesselPage } from './vessel/VesselPage'
import { SignOff } from './signoff/SignOff'
import { UnitPage } from './job/UnitPage'
import { Cutout, KeptTrial } from './trial/Cutout'
import { CircuitPage } from './trace/CircuitPage'
import { GuidePage } from './trace/GuidePage'
import { Trace } from './trace/Trace'
import { Tests } from './trial/Tests'
import { CompareRecordings } from './watch/CompareRecordings'
import { RecordingPage } from './watch/RecordingPage'
import { Watch } from './watch/Watch'
import { NotYet } from './job/NotYet'
import './shared/look.css'

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } })

const router = createBrowserRouter([
  {
    path: '/',
    element: <Gate />,
    children: [
      { index: true, element: <Units /> },
      { path: 'units', element: <Units /> },
      { path: 'units/:unit', element: <UnitPage /> },
      { path: 'accounts', element: <Accounts /> },
      {
        path: 'jobs/:job',
        element: <JobShell />,
        children: [
          { index: true, element: <HookUp /> },
          { path: 'hook-up', element: <HookUp /> },
          { path: 'modules/:module', element: <ModulePage /> },
          { path: 'faults', element: <Faults /> },
          { path: 'faults/compare', element: <Compare /> },
          { path: 'faults/snapshots', element: <Snapshots /> },
          { path: 'faults/lamps', element: <Lamps /> },
          { path: 'vessel', element: <VesselPage /> },
          { path: 'story', element: <Story /> },
          { path: 'story/compare', element: <Comparison /> },
          { path: 'watch', element: <Watch /> },
          { path: 'watch/compare', element: <CompareRecordings /> },
          { path: 'watch/recordings/:recording', element: <RecordingPage /> },
          { path: 'tests', element: <Tests /> },
          { path: 'tests/cutout', element: <Cutout /> },
          { path: 'tests/:trial', element: <KeptTrial /> },
          { path: 'trace', element: <Trace /> },
          { path: 'trace/:trace', element: <GuidePage /> },
          { path: 'trace/circuits/:part', element: <CircuitPage /> },
          { path: 'sign-off', element: <SignOff /> },
          { path: 'logbook', element: <LogbookPage /> },
          { path: ':step', element: <NotYet /> },
        ],
      },
    ],
  },
])

const root = document.getElementById('root')
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </StrictMode>,
  )
}

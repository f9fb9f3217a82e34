import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { lazy, StrictMode, Suspense } from 'react'
import { createRoot } from 'react-dom/client'
import { Gate } from './account/Gate'
import './shared/look.css'
import './shared/settings'
import { texts } from './shared/words'

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } })

/** Fetched once somebody is signed in: the door itself needs none of it. */
const App = lazy(() => import('./App'))

/** A phone that was paired with a job: nobody signs in there. */
const Phone = lazy(() => import('./phone/PhonePage'))
const onAPhone = location.pathname.startsWith('/phone/')

const root = document.getElementById('root')
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <Suspense fallback={<p className="p-6 text-ink-2">{texts.oneMoment}</p>}>
          {onAPhone ? (
            <Phone />
          ) : (
            <Gate>
              <App />
            </Gate>
          )}
        </Suspense>
      </QueryClientProvider>
    </StrictMode>,
  )
}

import { useQuery } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { get, type Me } from '../api/client'
import { ProblemBox } from '../shared/ProblemBox'
import { MeContext } from './me'
import { SignIn } from './SignIn'
import { texts } from './words'

const ASKS_AGAIN_MILLIS = 5_000

/** Lets only those in who are signed in; asks the others to sign in, or for the first account. */
export function Gate({ children }: { children: ReactNode }) {
  const {
    data: me,
    error,
    failureReason,
  } = useQuery({
    queryKey: ['me'],
    queryFn: () => get<Me>('/api/account/me'),
    // Nobody has to reload: it opens by itself once the server answers again.
    refetchInterval: ({ state }) => (state.status === 'error' ? ASKS_AGAIN_MILLIS : false),
  })
  // While it is asked again the reason is already told.
  const problem = error ?? failureReason
  if (!me)
    return problem ? (
      <div className="p-6">
        <ProblemBox problem={problem} />
      </div>
    ) : (
      <p className="p-6 text-ink-2">{texts.oneMoment}</p>
    )
  if (!me.name) return <SignIn first={me.firstAccountWanted} />
  return <MeContext value={me}>{children}</MeContext>
}

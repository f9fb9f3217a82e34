import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { post } from '../api/client'
import { ProblemBox } from '../shared/ProblemBox'
import { NewPassword } from './NewPassword'

/** The form with which somebody changes his own password. */
export function ChangePassword() {
  const [old, setOld] = useState('')
  const [password, setPassword] = useState('')
  const change = useMutation({
    mutationFn: () => post('/api/account/password', { old, password }),
    onSuccess: () => {
      setOld('')
      setPassword('')
    },
  })
  return (
    <section className="mb-8">
      <h2 className="mb-2">Your password</h2>
      <form
        className="grid grid-cols-[1fr_1fr_auto] items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          change.mutate()
        }}
      >
        <label>
          Current password
          <input
            className="field"
            type="password"
            autoComplete="current-password"
            required
            value={old}
            onChange={(e) => setOld(e.target.value)}
          />
        </label>
        <NewPassword value={password} onChange={setPassword} />
        <button className="btn" disabled={change.isPending}>
          Change password
        </button>
        <div className="col-span-3" aria-live="polite">
          <ProblemBox problem={change.error} />
          {change.isSuccess && !change.error && (
            <p>Changed. You stay signed in here; everywhere else you are signed out.</p>
          )}
        </div>
      </form>
    </section>
  )
}

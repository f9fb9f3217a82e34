import { Input } from '../shared/Field'
import { Button } from '../shared/Button'
import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { post } from '../api/client'
import { ProblemBox } from '../shared/ProblemBox'
import { NewPassword } from './NewPassword'
import { texts } from './words'

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
      <h2 className="mb-2">{texts.yourPassword}</h2>
      <form
        className="grid grid-cols-[1fr_1fr_auto] items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          change.mutate()
        }}
      >
        <label>
          {texts.currentPassword}
          <Input
            type="password"
            autoComplete="current-password"
            required
            value={old}
            onChange={(e) => setOld(e.target.value)}
          />
        </label>
        <NewPassword value={password} onChange={setPassword} />
        <Button disabled={change.isPending}>{texts.changePassword}</Button>
        <div className="col-span-3" aria-live="polite">
          <ProblemBox problem={change.error} />
          {change.isSuccess && !change.error && <p>{texts.changedYouStaySignedInHere}</p>}
        </div>
      </form>
    </section>
  )
}

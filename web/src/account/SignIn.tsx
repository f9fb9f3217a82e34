import { Input } from '../shared/Field'
import { Button } from '../shared/Button'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { type Me, post } from '../api/client'
import { Brand } from '../shared/Brand'
import { ProblemBox } from '../shared/ProblemBox'
import { texts } from './words'

/** Signing in; on an empty installation, making the first account. */
export function SignIn({ first }: { first: boolean }) {
  const queries = useQueryClient()
  const [name, setName] = useState('')
  const [password, setPassword] = useState('')
  const enter = useMutation({
    mutationFn: () => post<Me>(first ? '/api/account/first' : '/api/account/sign-in', { name, password }),
    onSuccess: (me) => queries.setQueryData(['me'], me),
  })
  return (
    <main className="mx-auto mt-[12vh] w-[min(420px,92vw)]">
      <div className="mb-8">
        <Brand />
      </div>
      <h1 className="mb-2">{first ? texts.makeTheFirstAccount : texts.signIn}</h1>
      <p className="mb-6 text-ink-2">
        {first ? texts.nobodyCanSignInHereYet : texts.withTheAccountThatAManager}
      </p>
      <form
        className="flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault()
          enter.mutate()
        }}
      >
        <label className="flex flex-col gap-1">
          <span className="font-semibold">{texts.name}</span>
          <Input
            autoComplete="username"
            autoFocus
            required
            maxLength={60}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        <label className="flex flex-col gap-1">
          <span className="font-semibold">{texts.password}</span>
          <Input
            type="password"
            autoComplete={first ? 'new-password' : 'current-password'}
            required
            minLength={first ? 10 : undefined}
            value={password}
            onChange={(e) => setPassword(e.target.value)}
          />
          {first && <span className="text-small text-ink-2">{texts.atLeast10CharactersASentence}</span>}
        </label>
        <ProblemBox problem={enter.error} />
        <Button main className="justify-center" disabled={enter.isPending}>
          {first ? texts.makeTheAccount : texts.signIn}
        </Button>
      </form>
    </main>
  )
}

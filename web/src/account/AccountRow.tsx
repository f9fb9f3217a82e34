import { Button } from '../shared/Button'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { type AccountView, post } from '../api/client'
import { Panel } from '../shared/Panel'
import { ProblemBox } from '../shared/ProblemBox'
import { words } from '../shared/words'
import { NewPassword } from './NewPassword'
import { texts } from './words'

/** One account; a manager gives it a new password or ends it. */
export function AccountRow({ account, may, manage }: { account: AccountView; may: string; manage: boolean }) {
  const [open, setOpen] = useState(false)
  return (
    <tr className="border-b border-line">
      <td className="py-2 font-semibold">{account.name}</td>
      <td>{words.roles[account.role]}</td>
      <td className="text-ink-2">{may}</td>
      {manage && (
        <td className="text-right">
          <Button onClick={() => setOpen(true)} aria-label={texts.change(account.name)}>
            {texts.change2}
          </Button>
          <Panel open={open} onOpenChange={setOpen} title={account.name}>
            <Manage account={account} onDone={() => setOpen(false)} />
          </Panel>
        </td>
      )}
    </tr>
  )
}

function Manage({ account, onDone }: { account: AccountView; onDone: () => void }) {
  const queries = useQueryClient()
  const [password, setPassword] = useState('')
  const [sure, setSure] = useState(false)
  const reset = useMutation({
    mutationFn: () => post(`/api/account/${account.id}/password`, { password }),
    onSuccess: onDone,
  })
  const end = useMutation({
    mutationFn: () => post(`/api/account/${account.id}/end`),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['accounts'] })
      onDone()
    },
  })
  return (
    <>
      <form
        className="mb-6 grid grid-cols-[1fr_auto] items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          reset.mutate()
        }}
      >
        <NewPassword value={password} onChange={setPassword} />
        <Button main>{texts.giveThisPassword}</Button>
        <p className="col-span-2 text-ink-2">{texts.isSignedOutEverywhereAndSigns(account.name)}</p>
      </form>
      <ProblemBox problem={reset.error ?? end.error} />
      {sure ? (
        <div className="border-l-4 border-grave bg-sheet px-4 py-3">
          <p className="mb-2">{texts.isSignedOutAtOnceAnd(account.name)}</p>
          <Button onClick={() => end.mutate()}>{texts.endTheAccountOf(account.name)}</Button>
        </div>
      ) : (
        <Button onClick={() => setSure(true)}>{texts.endThisAccount}</Button>
      )}
    </>
  )
}

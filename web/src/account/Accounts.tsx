import { Input, Select } from '../shared/Field'
import { Button } from '../shared/Button'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { type AccountView, get, post } from '../api/client'
import { TopBar } from '../job/TopBar'
import { ProblemBox } from '../shared/ProblemBox'
import { words } from '../shared/words'
import { AccountRow } from './AccountRow'
import { ChangePassword } from './ChangePassword'
import { useMe } from './me'
import { NewPassword } from './NewPassword'
import { texts } from './words'

const MAY: Record<AccountView['role'], string> = {
  MANAGER: texts.everythingMakesAccountsMayTakeThe,
  TECHNICIAN: texts.opensJobsAndCaseFilesHooks,
  APPRENTICE: texts.opensJobsAndCaseFilesHooksUp,
  SPECIALIST: texts.looksAtJobsAndComments,
}

/** Who can sign in; a manager adds people here. */
export function Accounts() {
  const me = useMe()
  const manage = me.rights.includes('MANAGE')
  const queries = useQueryClient()
  const { data = [], error } = useQuery({
    queryKey: ['accounts'],
    queryFn: () => get<AccountView[]>('/api/account'),
  })
  const [name, setName] = useState('')
  const [password, setPassword] = useState('')
  const [role, setRole] = useState<AccountView['role']>('TECHNICIAN')
  const add = useMutation({
    mutationFn: () => post('/api/account', { name, password, role }),
    onSuccess: () => {
      setName('')
      setPassword('')
      return queries.invalidateQueries({ queryKey: ['accounts'] })
    },
  })
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-[900px] p-6">
        <h1 className="mb-4">{texts.accounts}</h1>
        <ProblemBox problem={error} />
        <table className="mb-8 w-full">
          <thead>
            <tr className="border-b border-line-strong text-left">
              <th className="py-2 font-medium">{texts.name}</th>
              <th className="font-medium">{texts.role}</th>
              <th className="font-medium">{texts.may}</th>
              {manage && <th className="sr-only">{texts.change2}</th>}
            </tr>
          </thead>
          <tbody>
            {data.map((a) => (
              <AccountRow key={a.id} account={a} may={MAY[a.role]} manage={manage} />
            ))}
          </tbody>
        </table>
        <ChangePassword />
        {manage && (
          <section>
            <h2 className="mb-2">{texts.aNewAccount}</h2>
            <form
              className="grid grid-cols-[1fr_1fr_180px_auto] items-end gap-3"
              onSubmit={(e) => {
                e.preventDefault()
                add.mutate()
              }}
            >
              <label>
                {texts.name}
                <Input required maxLength={60} value={name} onChange={(e) => setName(e.target.value)} />
              </label>
              <NewPassword label={texts.password} value={password} onChange={setPassword} />
              <label>
                {texts.role}
                <Select value={role} onChange={(e) => setRole(e.target.value as AccountView['role'])}>
                  {Object.entries(words.roles).map(([key, word]) => (
                    <option key={key} value={key}>
                      {word}
                    </option>
                  ))}
                </Select>
              </label>
              <Button>{texts.makeTheAccount}</Button>
              <div className="col-span-4">
                <ProblemBox problem={add.error} />
              </div>
            </form>
          </section>
        )}
      </main>
    </>
  )
}

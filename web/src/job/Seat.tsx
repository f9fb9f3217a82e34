import { Button } from '../shared/Button'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Armchair } from 'lucide-react'
import { useEffect, useState } from 'react'
import { useMe } from '../account/me'
import { useLive } from './jobContext'
import { type AccountView, get, post, remove, type Seat as SeatView } from '../api/client'
import { Panel } from '../shared/Panel'
import { ProblemBox } from '../shared/ProblemBox'
import { texts } from './words'

/** Who has the seat at the unit; taking it, handing it over, giving it up. */
export function Seat({ job }: { job: number }) {
  const me = useMe()
  const queries = useQueryClient()
  const [open, setOpen] = useState(false)
  const { data } = useQuery({
    queryKey: ['seat', job],
    queryFn: () => get<SeatView>(`/api/jobs/${job}/seat`),
  })
  const accounts = useQuery({
    queryKey: ['accounts'],
    queryFn: () => get<AccountView[]>('/api/account'),
    enabled: open,
  })
  const told = useLive('seat')
  useEffect(() => {
    if (told) queries.setQueryData(['seat', job], told)
  }, [told, job, queries])
  const act = useMutation({
    mutationFn: (what: () => Promise<SeatView>) => what(),
    onSuccess: (seat) => queries.setQueryData(['seat', job], seat),
  })
  const holder = data?.holder ?? null
  const mine = holder !== null && holder === me.name
  const may = me.rights.includes('COMMAND')
  const others = (accounts.data ?? []).filter(
    (a) => a.name !== me.name && (a.role === 'TECHNICIAN' || a.role === 'MANAGER'),
  )
  return (
    <>
      <Button
        className="px-3"
        onClick={() => {
          act.reset()
          setOpen(true)
        }}
      >
        <Armchair size={18} aria-hidden />
        <span className="max-[900px]:sr-only">{mine ? texts.yourSeat : (holder ?? texts.seatFree)}</span>
      </Button>
      <Panel open={open} onOpenChange={setOpen} title={texts.theSeatAtThisUnit}>
        <p className="mb-4 text-ink-2">{texts.onlyTheOneInTheSeat}</p>
        <p className="mb-4 font-semibold">
          {mine ? texts.youHaveTheSeat : holder ? texts.hasTheSeat(holder) : texts.theSeatIsFree}
        </p>
        <ProblemBox problem={act.error} />
        {!may && <p className="text-ink-2">{texts.yourRoleMayLookAndRead}</p>}
        <div className="mt-4 flex flex-wrap gap-3">
          {may && !mine && (!holder || me.role === 'MANAGER') && (
            <Button main onClick={() => act.mutate(() => post(`/api/jobs/${job}/seat`))}>
              {holder ? texts.takeItFrom(holder) : texts.takeTheSeat}
            </Button>
          )}
          {mine &&
            others.map((a) => (
              <Button
                key={a.name}
                onClick={() => act.mutate(() => post(`/api/jobs/${job}/seat/hand-over`, { to: a.name }))}
              >
                {texts.handItTo(a.name)}
              </Button>
            ))}
          {mine && (
            <Button onClick={() => act.mutate(() => remove(`/api/jobs/${job}/seat`))}>
              {texts.giveItUp}
            </Button>
          )}
        </div>
      </Panel>
    </>
  )
}

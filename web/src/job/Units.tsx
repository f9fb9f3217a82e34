import { Mark } from '../shared/Mark'
import { Input, Select } from '../shared/Field'
import { Button } from '../shared/Button'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useMemo, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { useMe } from '../account/me'
import { get, type Job, post, type Unit } from '../api/client'
import { OpenCase } from '../casefile/OpenCase'
import { Panel } from '../shared/Panel'
import { ProblemBox } from '../shared/ProblemBox'
import { useShow } from '../shared/quantity'
import { useKeys } from '../shared/useKeys'
import { ago, count } from '../shared/words'
import { TopBar } from './TopBar'
import { texts } from './words'

/** Units and jobs, found by typing. */
export function Units() {
  const me = useMe()
  const [search, setSearch] = useState('')
  const [adding, setAdding] = useState(false)
  const field = useRef<HTMLInputElement>(null)
  const q = encodeURIComponent(search)
  const units = useQuery({
    queryKey: ['units', search],
    queryFn: () => get<Unit[]>(`/api/units?search=${q}`),
    placeholderData: (p) => p,
  })
  const jobs = useQuery({
    queryKey: ['jobs', search],
    queryFn: () => get<Job[]>(`/api/jobs?search=${q}`),
    placeholderData: (p) => p,
  })
  useKeys(useMemo(() => ({ '/': () => field.current?.focus() }), []))
  const mayOpen = me.rights.includes('READ')
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-[1180px] p-6">
        <div className="mb-6 flex flex-wrap items-center gap-4">
          <Input
            ref={field}
            className="max-w-[520px]"
            type="search"
            placeholder={texts.fleetNumberVinJobComplaint}
            aria-label={texts.searchUnitsAndJobs}
            value={search}
            onChange={(e) => setSearch(e.target.value)}
          />
          <span className="kbd text-ink-2">/</span>
          <span className="ml-auto" />
          {mayOpen && <OpenCase />}
          {mayOpen && <Button onClick={() => setAdding(true)}>{texts.addAUnit}</Button>}
        </div>
        <ProblemBox problem={units.error ?? jobs.error} />
        <div className="grid grid-cols-[5fr_7fr] gap-8 max-[900px]:grid-cols-1">
          <section aria-label={texts.units}>
            <h1 className="mb-3">{texts.units}</h1>
            {units.data?.length === 0 && (
              <p className="text-ink-2">
                {search ? texts.noUnitFitsSearchForLess : texts.noUnitYetAddTheFirst}
              </p>
            )}
            <ul>
              {units.data?.map((u) => (
                <li key={u.id} className="border-b border-line">
                  <Link to={`/units/${u.id}`} className="block px-2 py-3 hover:bg-petrol-soft">
                    <b className="text-lead font-semibold">{u.fleetNumber}</b>
                    <span className="block text-ink-2">
                      {[u.maker, u.model].filter(Boolean).join(' ') || texts.notIdentifiedYet}
                    </span>
                    <span className="code">{u.vin || texts.vinNotReadYet}</span>
                  </Link>
                </li>
              ))}
            </ul>
          </section>
          <section aria-label={texts.jobs}>
            <h1 className="mb-3">
              {texts.jobs2}
              <span className="text-plain font-normal text-ink-2">
                {jobs.data ? count(jobs.data.length, 'job') : ''}
              </span>
            </h1>
            {jobs.data?.length === 0 && <p className="text-ink-2">{texts.noJobFitsChooseAUnit}</p>}
            <JobList jobs={jobs.data ?? []} />
          </section>
        </div>
      </main>
      <AddUnit open={adding} onOpenChange={setAdding} />
    </>
  )
}

/** Jobs, newest first. */
export function JobList({ jobs }: { jobs: Job[] }) {
  const show = useShow()
  const now = new Date()
  return (
    <ul>
      {jobs.map((j) => {
        const hours = j.hours == null ? null : show(j.hours, 'h', 1)
        return (
          <li key={j.id} className="border-b border-line">
            <Link
              to={`/jobs/${j.id}/hook-up`}
              className="grid grid-cols-[1fr_auto] gap-x-4 px-2 py-3 hover:bg-petrol-soft"
            >
              <span>
                <b className="text-lead font-semibold">{j.fleetNumber}</b>{' '}
                <span className="text-ink-2">{texts.job(j.number)}</span>
              </span>
              <Mark look={j.state === 'OPEN' ? 'filled' : 'quiet'} className="self-start">
                {j.state === 'OPEN' ? texts.open : j.state === 'CASE' ? texts.caseFile : texts.closed}
              </Mark>
              <span className="text-ink-2">{j.complaint}</span>
              <span className="text-right text-small text-ink-3">
                {ago(new Date(j.openedAt), now)}
                {hours && (
                  <>
                    <br />
                    {hours.figure} {hours.unit}
                  </>
                )}
              </span>
            </Link>
          </li>
        )
      })}
    </ul>
  )
}

function AddUnit({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const queries = useQueryClient()
  const navigate = useNavigate()
  const [fleetNumber, setFleetNumber] = useState('')
  const [vin, setVin] = useState('')
  const [unitClass, setUnitClass] = useState('TRUCK')
  const add = useMutation({
    mutationFn: () => post<Unit>('/api/units', { fleetNumber, vin, maker: '', model: '', unitClass }),
    onSuccess: async (unit) => {
      await queries.invalidateQueries({ queryKey: ['units'] })
      void navigate(`/units/${unit.id}`)
    },
  })
  return (
    <Panel open={open} onOpenChange={onOpenChange} title={texts.addAUnit}>
      <form
        className="flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault()
          add.mutate()
        }}
      >
        <label>
          {texts.fleetNumber}
          <Input
            required
            maxLength={60}
            value={fleetNumber}
            onChange={(e) => setFleetNumber(e.target.value)}
          />
        </label>
        <label>
          {texts.vinSerialOrHullNumberMay}
          <Input maxLength={40} value={vin} onChange={(e) => setVin(e.target.value)} />
        </label>
        <label>
          {texts.class}
          <Select value={unitClass} onChange={(e) => setUnitClass(e.target.value)}>
            <option value="TRUCK">{texts.roadTruck}</option>
            <option value="MACHINE">{texts.offHighwayMachine}</option>
            <option value="VESSEL">{texts.vessel}</option>
          </Select>
        </label>
        <ProblemBox problem={add.error} />
        <Button main className="self-start" disabled={add.isPending}>
          {texts.addTheUnit}
        </Button>
      </form>
    </Panel>
  )
}

import { TextArea } from '../shared/Field'
import { Button } from '../shared/Button'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { useMe } from '../account/me'
import { get, type Job, post, type UnitWithJobs } from '../api/client'
import { ProblemBox } from '../shared/ProblemBox'
import { TopBar } from './TopBar'
import { JobList } from './Units'
import { texts } from './words'

/** One unit and its jobs; the next job is opened here. */
export function UnitPage() {
  const id = Number(useParams().unit)
  const me = useMe()
  const navigate = useNavigate()
  const { data, error } = useQuery({
    queryKey: ['unit', id],
    queryFn: () => get<UnitWithJobs>(`/api/units/${id}`),
  })
  const [complaint, setComplaint] = useState('')
  const open = useMutation({
    mutationFn: () => post<Job>('/api/jobs', { unitId: id, complaint }),
    onSuccess: (job) => navigate(`/jobs/${job.id}/hook-up`),
  })
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-[900px] p-6">
        <Link to="/units" className="text-petrol underline">
          {texts.unitsAndJobs}
        </Link>
        <ProblemBox problem={error} />
        {data && (
          <>
            <h1 className="mt-3">{data.unit.fleetNumber}</h1>
            <p className="text-ink-2">
              {[data.unit.maker, data.unit.model].filter(Boolean).join(' ') ||
                texts.notIdentifiedYetTheRollCall}
            </p>
            <p className="code mb-6">{data.unit.vin || texts.vinNotReadYet}</p>
            {me.rights.includes('READ') && (
              <form
                className="mb-8 flex flex-col gap-3 border-l-4 border-line-strong pl-4"
                onSubmit={(e) => {
                  e.preventDefault()
                  open.mutate()
                }}
              >
                <label>
                  <span className="font-medium">{texts.complaintInTheCustomersWords}</span>
                  <TextArea
                    className="min-h-[84px] py-2"
                    required
                    maxLength={2000}
                    value={complaint}
                    onChange={(e) => setComplaint(e.target.value)}
                  />
                </label>
                <ProblemBox problem={open.error} />
                <Button main className="self-start" disabled={open.isPending}>
                  {texts.openAJob}
                </Button>
              </form>
            )}
            <h2 className="mb-2">{texts.jobsOnThisUnit}</h2>
            {data.jobs.length === 0 && <p className="text-ink-2">{texts.noneYet}</p>}
            <JobList jobs={data.jobs} />
          </>
        )}
      </main>
    </>
  )
}

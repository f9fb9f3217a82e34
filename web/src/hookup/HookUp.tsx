import { useMutation, useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { useMe } from '../account/me'
import { get, post, remove, type UnitWithJobs } from '../api/client'
import { useJob, useLive } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { ProblemBox } from '../shared/ProblemBox'
import { useKeys } from '../shared/useKeys'
import { words } from '../shared/words'
import { Connector } from './Connector'
import { LinkPicker } from './LinkPicker'
import { ModuleWhy } from './ModuleWhy'
import { PairCheck } from './PairCheck'
import { RollList } from './RollList'

/** Hooking up and calling the roll. */
export function HookUp() {
  const { job, roll } = useJob()
  const liveLink = useLive('link')
  const liveRoll = useLive('roll')
  const liveVessel = useLive('vessel')
  const me = useMe()
  const [selected, setSelected] = useState<string>()
  const [choosing, setChoosing] = useState(false)
  const unit = useQuery({
    queryKey: ['unit', job.unitId],
    queryFn: () => get<UnitWithJobs>(`/api/units/${job.unitId}`),
  })
  const call = useMutation({ mutationFn: (full: boolean) => post(`/api/jobs/${job.id}/roll-call`, { full }) })
  const cut = useMutation({ mutationFn: () => remove(`/api/jobs/${job.id}/roll-call`) })
  const unhook = useMutation({ mutationFn: () => remove(`/api/jobs/${job.id}/hook-up`) })
  const link = liveLink
  const up = link?.state === 'UP'
  const canAsk = up && link.address !== null
  const may = me.rights.includes('READ')
  const calling = canAsk && liveRoll?.state === 'UNDER_WAY'
  const busy = link?.state === 'CONNECTING' || link?.state === 'LISTENING'
  const picker =
    may &&
    (choosing ||
      !link ||
      link.state === 'OFF' ||
      link.state === 'REFUSED' ||
      link.state === 'WRONG_SPEED' ||
      link.state === 'SILENT')
  const mutateCall = call.mutate
  useKeys(useMemo(() => ({ r: () => canAsk && may && mutateCall(true) }), [canAsk, may, mutateCall]))
  const module = roll?.modules.find((m) => m.key === selected)
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <h1>Hook up</h1>
        <p className="text-ink-2" aria-live="polite">
          {link?.says ?? 'Not hooked up.'}
        </p>
        {may && (
          <div className="ml-auto flex gap-2">
            {canAsk && !calling && (
              <>
                <button className="btn" onClick={() => call.mutate(false)}>
                  Who is there
                </button>
                <button className="btn btn-main" onClick={() => call.mutate(true)}>
                  Call the roll <span className="kbd">r</span>
                </button>
              </>
            )}
            {calling && (
              <button className="btn btn-main" onClick={() => cut.mutate()}>
                Cut it short
              </button>
            )}
            {(up || busy || link?.state === 'LOST') && (
              <button className="btn" onClick={() => unhook.mutate()}>
                Unhook
              </button>
            )}
          </div>
        )}
      </div>
      <ProblemBox problem={call.error ?? cut.error ?? unhook.error} />
      {link?.state === 'LOST' && (
        <p role="alert" className="mb-4 border-l-4 border-grave bg-sheet px-4 py-3">
          <b className="font-semibold">{link.says}</b> {link.next}
        </p>
      )}
      {(link?.state === 'REFUSED' || link?.state === 'WRONG_SPEED' || link?.state === 'SILENT') && (
        <p role="alert" className="mb-4 border-l-4 border-grave bg-sheet px-4 py-3">
          <b className="font-semibold">{link.says}</b> {link.next}
        </p>
      )}
      {link?.state === 'SILENT' && may && <PairCheck job={job.id} />}
      {picker && (
        <div className="mb-6">
          <LinkPicker job={job.id} unit={job.fleetNumber} />
          <div className="mt-6 border-t border-line pt-5">
            <Connector pack={unit.data?.unit.pack ?? ''} />
          </div>
        </div>
      )}
      {roll && picker && <h2 className="mb-1 border-t border-line pt-5">The last roll of this job</h2>}
      {roll && <RollList roll={roll} selected={selected} onSelect={setSelected} job={job.id} />}
      {!roll && canAsk && !calling && (
        <p className="mb-5 max-w-[60ch] text-ink-2">
          {link.next} Each module shows up the moment it answers, and you can work on it while the others
          still do.
        </p>
      )}
      {liveVessel && (
        <Link className="btn mt-5 mr-3" to={`/jobs/${job.id}/vessel`}>
          The rest of the vessel
        </Link>
      )}
      {up && !choosing && may && (
        <button className="btn mt-5" onClick={() => setChoosing(true)}>
          Choose another link
        </button>
      )}
      {module ? (
        <ModuleWhy module={module} job={job.id} />
      ) : (
        <Why title={up ? (link.link ?? 'Link') : 'Hooking up'}>
          <WhyPart head="Complaint">{job.complaint}</WhyPart>
          {up ? (
            <>
              <WhyPart head="Link">
                <dl className="grid grid-cols-[auto_1fr] gap-x-3">
                  <dt>Bus</dt>
                  <dd>
                    {link.bus}
                    {link.bitRate > 0 && `, ${link.bitRate / 1000} kbit/s`}
                  </dd>
                  <dt>Our address</dt>
                  <dd>{link.address ?? 'none'}</dd>
                  <FrameFigures tellsErrors={link.tellsErrors} />
                  <dt>Supply</dt>
                  <dd>{link.tellsSupply ? '' : words.notTold}</dd>
                </dl>
              </WhyPart>
              <WhyPart head="Next">
                {roll
                  ? 'Choose a module to see what it reported, or read the faults.'
                  : 'Call the roll: all modules are asked at once.'}
              </WhyPart>
            </>
          ) : (
            <>
              <WhyPart head="What happens">
                The bus speed is found by listening only. Nothing is sent before twenty whole frames were
                heard.
              </WhyPart>
              <WhyPart head="Next">{link?.next ?? 'Choose a link and hook up.'}</WhyPart>
              {roll && (
                <WhyPart head="Traffic of the last hook-up">
                  <span className="flex flex-wrap gap-2">
                    <a className="btn" href={`/api/jobs/${job.id}/traffic.log`} download>
                      candump log
                    </a>
                    <a className="btn" href={`/api/jobs/${job.id}/traffic.pcap`} download>
                      pcap
                    </a>
                  </span>
                </WhyPart>
              )}
            </>
          )}
        </Why>
      )}
    </>
  )
}

/** Figures that change with every tick: they alone are drawn again. */
function FrameFigures({ tellsErrors }: { tellsErrors: boolean }) {
  const vitals = useLive('vitals')
  return (
    <>
      <dt>Frames</dt>
      <dd>{vitals ? `${vitals.framesPerSecond} a second` : ''}</dd>
      <dt>Lost</dt>
      <dd>{vitals?.lost ?? 0}</dd>
      <dt>Errors</dt>
      <dd>{tellsErrors ? vitals?.errors : words.notTold}</dd>
    </>
  )
}

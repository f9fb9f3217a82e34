import { Button, ButtonAnchor } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { useMe } from '../account/me'
import { get, post, remove, type Roll, type UnitWithJobs } from '../api/client'
import { useJob, useLive } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { ProblemBox } from '../shared/ProblemBox'
import { useKeys } from '../shared/useKeys'
import { words } from '../shared/words'
import { Connector } from './Connector'
import { LinkAbilities } from './LinkAbilities'
import { LinkPicker } from './LinkPicker'
import { ModuleWhy } from './ModuleWhy'
import { PairCheck } from './PairCheck'
import { RollList } from './RollList'
import { texts } from './words'

/** What a person does next on a link that is up. */
function nextOf(roll: Roll | undefined): string {
  if (!roll) return texts.callTheRollAllModulesAre
  return roll.modules.some((m) => m.presence === 'NOT_ASKED')
    ? texts.seeThatTheLinkSends
    : texts.chooseAModuleToSeeWhat
}

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
  // What must be done something about stands by itself, once.
  const toldApart = link !== undefined && ['LOST', 'REFUSED', 'WRONG_SPEED', 'SILENT'].includes(link.state)
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
        <h1>{texts.hookUp}</h1>
        <p className="text-ink-2" aria-live="polite">
          {!toldApart && (link?.says ?? texts.notHookedUp)}
        </p>
        {may && (
          <div className="ml-auto flex gap-2">
            {canAsk && !calling && (
              <>
                <Button onClick={() => call.mutate(false)}>{texts.whoIsThere}</Button>
                <Button main onClick={() => call.mutate(true)}>
                  {texts.callTheRoll}
                  <span className="kbd">r</span>
                </Button>
              </>
            )}
            {calling && (
              <Button main onClick={() => cut.mutate()}>
                {texts.cutItShort}
              </Button>
            )}
            {(up || busy || link?.state === 'LOST') && (
              <Button onClick={() => unhook.mutate()}>{texts.unhook}</Button>
            )}
          </div>
        )}
      </div>
      <ProblemBox problem={call.error ?? cut.error ?? unhook.error} />
      {toldApart && (
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
      {roll && picker && <h2 className="mb-1 border-t border-line pt-5">{texts.theLastRollOfThisJob}</h2>}
      {roll && <RollList roll={roll} selected={selected} onSelect={setSelected} job={job.id} />}
      {!roll && canAsk && !calling && (
        <p className="mb-5 max-w-[60ch] text-ink-2">{texts.eachModuleShowsUpTheMoment(link.next)}</p>
      )}
      {up && (
        <ButtonLink className="mt-5 mr-3" to={`/jobs/${job.id}/unknown`}>
          {texts.unknownTraffic}
        </ButtonLink>
      )}
      {liveVessel && (
        <ButtonLink className="mt-5 mr-3" to={`/jobs/${job.id}/vessel`}>
          {texts.theRestOfTheVessel}
        </ButtonLink>
      )}
      {up && !choosing && may && (
        <Button className="mt-5" onClick={() => setChoosing(true)}>
          {texts.chooseAnotherLink}
        </Button>
      )}
      {module ? (
        <ModuleWhy module={module} job={job.id} />
      ) : (
        <Why title={up ? (link.link ?? texts.link) : texts.hookingUp}>
          <WhyPart head={texts.complaint}>{job.complaint}</WhyPart>
          {up ? (
            <>
              <WhyPart head={texts.link}>
                <dl className="grid grid-cols-[auto_1fr] gap-x-3">
                  <dt>{texts.bus}</dt>
                  <dd>
                    {link.bus}
                    {link.bitRate > 0 && `, ${link.bitRate / 1000} kbit/s`}
                  </dd>
                  <dt>{texts.ourAddress}</dt>
                  <dd>{link.address ?? texts.none}</dd>
                  <FrameFigures tellsErrors={link.able?.tellsErrors ?? false} />
                  <dt>{texts.supply}</dt>
                  <dd>{link.able?.tellsSupply ? '' : words.notTold}</dd>
                </dl>
              </WhyPart>
              <WhyPart head={texts.next}>{nextOf(roll)}</WhyPart>
              {link.able && (
                <WhyPart head={texts.whatThisLinkCanDo}>
                  <LinkAbilities links={[{ title: '', able: link.able }]} />
                </WhyPart>
              )}
            </>
          ) : (
            <>
              <WhyPart head={texts.whatHappens}>{texts.theBusSpeedIsFoundBy}</WhyPart>
              <WhyPart head={texts.next}>{link?.next ?? texts.chooseALinkAndHookUp}</WhyPart>
              {roll && (
                <WhyPart head={texts.trafficOfTheLastHookUp}>
                  <span className="flex flex-wrap gap-2">
                    <ButtonAnchor href={`/api/jobs/${job.id}/traffic.log`} download>
                      {texts.candumpLog2}
                    </ButtonAnchor>
                    <ButtonAnchor href={`/api/jobs/${job.id}/traffic.pcap`} download>
                      {texts.pcap}
                    </ButtonAnchor>
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
      <dt>{texts.frames}</dt>
      <dd>{vitals ? texts.aSecond(vitals.framesPerSecond) : ''}</dd>
      <dt>{texts.lost}</dt>
      <dd>{vitals?.lost ?? 0}</dd>
      <dt>{texts.errors}</dt>
      <dd>{tellsErrors ? vitals?.errors : words.notTold}</dd>
    </>
  )
}

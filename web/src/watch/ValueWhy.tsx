import { useMutation } from '@tanstack/react-query'
import { Link } from 'react-router'
import { post } from '../api/client'
import { useJob } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { useShow } from '../shared/quantity'
import type { WatchChannel } from './types'
import { useValue } from './Value'
import { sources } from './words'
import { useSlow, type WatchStore } from './watchStore'

/** What a value is, what is normal, what was gathered, what next. */
export function ValueWhy({ store, channel }: { store: WatchStore; channel: WatchChannel }) {
  const { job, faults } = useJob()
  const show = useShow()
  const since = useSlow(store)
  const now = useValue(store, channel)
  const again = useMutation({ mutationFn: () => post(`/api/jobs/${job.id}/watch/statistics`) })
  const i = store.indexOf(channel.id)
  const low = since?.normal[2 * i]
  const high = since?.normal[2 * i + 1]
  const period = since?.periodMs[i] ?? 0
  const figure = (v: number | null | undefined) => {
    if (v == null) return 'not known'
    const shown = show(v, channel.unit, channel.decimals)
    return `${shown.figure} ${shown.unit === '1' ? '' : shown.unit}`
  }
  const lead = faults?.leads.find((l) =>
    faults.faults.some((f) => l.signs.includes(f.key) && f.spn === channel.spn && channel.spn > 0),
  )
  return (
    <Why title={channel.name}>
      <WhyPart head="What it is">
        {channel.spn > 0 && `SPN ${channel.spn}, `}
        {channel.moduleTitle.toLowerCase()} module, {sources[channel.source]}
        {channel.source === 'BROADCAST' && ` in group ${channel.group}`}
        {period > 0 &&
          `, every ${period < 1000 ? `${Math.round(period)} ms` : `${(period / 1000).toFixed(1)} s`}`}
        .
      </WhyPart>
      <WhyPart head="Now">
        <b className="text-ink">
          {now.figure} {now.unit}
        </b>
        {now.state === 'N' && ': the module does not measure it, or its sensor is not fitted.'}
        {now.state === 'E' && ': the module knows that its sensor is broken.'}
        {now.state === 'S' && ': nothing new has come for some of its own periods.'}
        {now.state === 'A' && ': its sensor is not warm yet.'}
      </WhyPart>
      <WhyPart head="Normal now">
        {low == null || high == null
          ? 'The pack names no range for what the engine does now.'
          : `${figure(low)} to ${figure(high)}. Common practice unless the pack names a source.`}
      </WhyPart>
      <WhyPart head="So far">
        Min {figure(since?.min[i])}, max {figure(since?.max[i])}, mean {figure(since?.mean[i])}.
        <button className="btn mt-2" onClick={() => again.mutate()}>
          Begin these anew
        </button>
      </WhyPart>
      <WhyPart head="Next">
        <span className="flex flex-col gap-2">
          {lead && (
            <Link className="btn" to={`/jobs/${job.id}/faults`}>
              Its fault: {lead.title}
            </Link>
          )}
          <Link className="btn" to={`/jobs/${job.id}/tests`}>
            Tests of this unit
          </Link>
        </span>
      </WhyPart>
    </Why>
  )
}

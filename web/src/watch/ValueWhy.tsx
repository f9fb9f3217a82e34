import { Button } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
import { useMutation } from '@tanstack/react-query'
import { post } from '../api/client'
import { useJob } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { useShow } from '../shared/quantity'
import type { WatchChannel } from './types'
import { useValue } from './Value'
import { sources, texts } from './words'
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
    if (v == null) return texts.notKnown
    const shown = show(v, channel.unit, channel.decimals)
    return `${shown.figure} ${shown.unit === '1' ? '' : shown.unit}`
  }
  const lead = faults?.leads.find((l) =>
    faults.faults.some((f) => l.signs.includes(f.key) && f.spn === channel.spn && channel.spn > 0),
  )
  return (
    <Why title={channel.name}>
      <WhyPart head={texts.whatItIs}>
        {channel.spn > 0 && texts.spn(channel.spn)}
        {texts.module(channel.moduleTitle.toLowerCase())}
        {sources[channel.source]}
        {channel.source === 'BROADCAST' && texts.inGroup(channel.group)}
        {period > 0 &&
          texts.every(period < 1000 ? texts.ms(Math.round(period)) : `${(period / 1000).toFixed(1)} s`)}
        .
      </WhyPart>
      <WhyPart head={texts.now}>
        <b className="text-ink">
          {now.figure} {now.unit}
        </b>
        {now.state === 'N' && texts.theModuleDoesNotMeasureIt}
        {now.state === 'E' && texts.theModuleKnowsThatItsSensor}
        {now.state === 'S' && texts.nothingNewHasComeForSome}
        {now.state === 'A' && texts.itsSensorIsNotWarmYet}
      </WhyPart>
      <WhyPart head={texts.normalNow}>
        {low == null || high == null
          ? texts.thePackNamesNoRangeFor
          : texts.toCommonPracticeUnlessThePack(figure(low), figure(high))}
      </WhyPart>
      <WhyPart head={texts.soFar}>
        {texts.minMaxMean(figure(since?.min[i]), figure(since?.max[i]), figure(since?.mean[i]))}
        <Button className="mt-2" onClick={() => again.mutate()}>
          {texts.beginTheseAnew}
        </Button>
      </WhyPart>
      <WhyPart head={texts.next}>
        <span className="flex flex-col gap-2">
          {lead && <ButtonLink to={`/jobs/${job.id}/faults`}>{texts.itsFault(lead.title)}</ButtonLink>}
          <ButtonLink to={`/jobs/${job.id}/tests`}>{texts.testsOfThisUnit}</ButtonLink>
        </span>
      </WhyPart>
    </Why>
  )
}

import type { FaultsView, StoryView } from '../api/client'
import { HourAxis, type HourEventData, type HourRowData } from '../shared/HourAxis'
import { leadMarks, texts } from './words'

/** One line a lead: from its first sign to its last, on the engine's clock. */
export function rowsOf(view: FaultsView): HourRowData[] {
  return view.leads.map((l) => ({
    id: l.id,
    title: l.title,
    from: l.firstHour ?? undefined,
    to: l.lastHour ?? undefined,
    active: l.mark === 'NOW',
    silent: l.mark === 'SILENT',
    first: l.firstOfEpisode,
    state: leadMarks[l.mark].says,
  }))
}

/** One line a protection record: from the first time beyond its limit to the last. */
export function protectionRows(story: StoryView | undefined): HourRowData[] {
  return (story?.protection ?? []).map((p) => ({
    id: texts.protection(p.name),
    title: texts.too(p.name, p.above ? 'high' : 'low'),
    from: p.firstHour,
    to: p.lastHour,
    active: false,
    silent: false,
    first: false,
    state: texts.kept,
  }))
}

/** What tools did, as the modules noted it. */
export function trailEvents(story: StoryView | undefined): HourEventData[] {
  return (story?.trail ?? []).map((t) => ({
    hours: t.hour,
    kind: t.deed ?? 'UNKNOWN',
    text: `${t.title}${t.tool ? texts.by(t.tool) : ''}`,
  }))
}

/** Everything of the unit on one axis of engine hours, with now at the right; also as a table. */
export function HourLine({
  view,
  story,
  selected,
  onSelect,
}: {
  view: FaultsView
  story: StoryView | undefined
  selected: string | undefined
  onSelect: (id: string) => void
}) {
  return (
    <HourAxis
      now={view.hours}
      rows={[...rowsOf(view), ...protectionRows(story)]}
      events={[...view.events, ...trailEvents(story)]}
      selected={selected}
      onSelect={onSelect}
    />
  )
}

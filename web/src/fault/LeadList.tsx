import { Mark } from '../shared/Mark'
import { Button } from '../shared/Button'
import { memo, useMemo, useState } from 'react'
import type { FaultLine, FaultsView, Lead } from '../api/client'
import { LeadLinks } from './LeadLinks'
import { useSaid } from '../shared/said'
import { words } from '../shared/words'
import { bearings, counted, hoursAgo, leadMarks, texts } from './words'

/** Leads of a group that are shown before somebody wants all: a list of hundreds stays calm and opens at once. */
const FIRST = 40

/** Leads in groups by what they have to do with today; the chosen one shows its faults. */
export function LeadList({
  view,
  selected,
  onSelect,
}: {
  view: FaultsView
  selected: string | undefined
  onSelect: (id: string) => void
}) {
  const byKey = useMemo(() => new Map(view.faults.map((f) => [f.key, f])), [view.faults])
  const [all, setAll] = useState(false)
  return (
    <>
      {(['TODAY', 'EARLIER', 'OLD'] as const).map((bearing) => {
        const leads = view.leads.filter((l) => l.bearing === bearing)
        if (leads.length === 0) return null
        const chosen = leads.findIndex((l) => l.id === selected)
        const shown = all ? leads : leads.slice(0, Math.max(FIRST, chosen + 1))
        return (
          <section key={bearing} aria-label={bearings[bearing]} className="mb-4">
            {bearing !== 'TODAY' && <h3 className="mt-5 mb-1">{bearings[bearing]}</h3>}
            <ul>
              {shown.map((l) => (
                <LeadLine
                  key={l.id}
                  lead={l}
                  view={view}
                  byKey={byKey}
                  open={l.id === selected}
                  onSelect={onSelect}
                />
              ))}
            </ul>
            {shown.length < leads.length && (
              <Button className="mt-3" onClick={() => setAll(true)}>
                {texts.showTheOther(leads.length - shown.length)}
              </Button>
            )}
          </section>
        )
      })}
    </>
  )
}

/** Drawn again only where the lead or its being open changed. */
const LeadLine = memo(function LeadLine({
  lead: l,
  view,
  byKey,
  open,
  onSelect,
}: {
  lead: Lead
  view: FaultsView
  byKey: Map<string, FaultLine>
  open: boolean
  onSelect: (id: string) => void
}) {
  const mark = leadMarks[l.mark]
  const strong = l.bearing === 'TODAY'
  const said = useSaid()
  return (
    <li
      className={`border-b border-line [contain-intrinsic-size:auto_76px] [content-visibility:auto] ${open ? 'bg-petrol-soft' : ''}`}
    >
      <button
        className="grid min-h-[64px] w-full grid-cols-[84px_1fr_auto] items-start gap-x-4 px-2 py-2.5 text-left"
        aria-expanded={open}
        onClick={() => onSelect(l.id)}
      >
        <Mark look={mark.style} className="mt-0.5">
          {mark.says}
        </Mark>
        <span>
          <span className={strong ? 'text-large font-semibold' : 'text-lead font-medium'}>{l.title}</span>
          {l.moved && <span className="ml-3 text-small text-ink-2">{texts.moved(l.moved)}</span>}
          <span className="block text-small text-ink-2">{said(l.reasons.join(' · '))}</span>
        </span>
        <span className="text-right text-small whitespace-nowrap text-ink-2">
          {l.times > 0 && (
            <span className="block">
              <b className="font-narrow text-big font-semibold text-ink">{l.times}</b>
              {l.times === 1 ? texts.time : texts.times}
            </span>
          )}
          {l.knockOns.length > 0 && (
            <span className="block">
              {texts.knockOn(l.knockOns.length, l.knockOns.length > 1 ? 's' : '')}
            </span>
          )}
          {l.hoursAgo != null && (
            <span className="block">
              {l.hoursAgo < 0.1 ? texts.justNow : texts.last(hoursAgo(l.hoursAgo))}
            </span>
          )}
        </span>
      </button>
      {open && (
        <div className="mb-3 ml-[108px] border-l-2 border-line-strong pr-2 pl-3">
          <FaultRows keys={l.signs} byKey={byKey} />
          {l.knockOns.length > 0 && (
            <>
              <h3 className="mt-2 mb-0.5">{texts.whatFollowsFromIt}</h3>
              <FaultRows keys={l.knockOns} byKey={byKey} />
            </>
          )}
          <span className="mt-3 flex flex-wrap gap-2">
            <LeadLinks lead={l} view={view} main={strong} />
          </span>
        </div>
      )}
    </li>
  )
})

function FaultRows({ keys, byKey }: { keys: string[]; byKey: Map<string, FaultLine> }) {
  return (
    <ul>
      {keys.map((key) => {
        const f = byKey.get(key)
        if (!f) return null
        return (
          <li
            key={key}
            className="grid grid-cols-[132px_74px_1fr_auto] items-center gap-x-3 py-0.5 text-small"
          >
            <span className="code">{texts.spnFmi(f.spn, f.fmi)}</span>
            <Mark look={f.active ? 'filled' : ''}>{f.active ? texts.now : texts.earlier}</Mark>
            <span>
              {f.component}, {f.mode}
              <span className="block text-ink-2">
                {f.moduleTitle}
                <Lights fault={f} />
              </span>
              {f.unconfirmed && <b className="ml-2 font-semibold">{texts.failsNowNotConfirmed}</b>}
              {f.failsNow && <b className="ml-2 font-semibold">{texts.selfTestThereAtThisMoment}</b>}
            </span>
            <span className="font-narrow text-lead">{counted(f)}</span>
          </li>
        )
      })}
    </ul>
  )
}

/** The lamps that its module says a fault lights; nothing where it does not say. */
function Lights({ fault: f }: { fault: FaultLine }) {
  const lit = Object.keys(words.lamps).filter((lamp) => {
    const state = f.lights?.[lamp as keyof typeof words.lamps]
    return state !== undefined && state !== 'OFF' && state !== 'NOT_AVAILABLE'
  })
  if (lit.length === 0) return null
  return (
    <span>
      {', '}
      {texts.lights(lit.map((l) => words.lamps[l as keyof typeof words.lamps].toLowerCase()).join(', '))}
    </span>
  )
}

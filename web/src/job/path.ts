import type { CutoutView, FaultsView, Roll, StoryView, TraceView } from '../api/client'
import type { LinkState } from '../stream/types'
import { count } from '../shared/words'
import { tracing } from '../trace/words'
import type { RecorderState } from '../watch/types'

/** A step of the job's path with its state in words. */
export interface Step {
  path: string
  title: string
  says: string
  done: boolean
}

/** What each step says about where the job stands. */
export function steps(
  link: LinkState | undefined,
  roll: Roll | undefined,
  read: FaultsView | undefined,
  story: StoryView | undefined,
  recorders: RecorderState[] = [],
  cutout?: CutoutView,
  traces: { state: TraceView['state'] }[] = [],
): Step[] {
  return [
    { path: 'hook-up', title: 'Hook up', says: hookUp(link, roll), done: roll?.state === 'COMPLETE' },
    {
      path: 'faults',
      title: 'Faults',
      says: faults(roll, read),
      done: read?.state === 'COMPLETE',
    },
    { path: 'story', title: 'Story', says: storySays(story), done: story?.state === 'COMPLETE' },
    { path: 'watch', title: 'Watch', says: watch(link, recorders), done: false },
    { path: 'tests', title: 'Tests', says: tests(cutout), done: cutout?.stage === 'ENDED' },
    {
      path: 'trace',
      title: 'Trace',
      says: tracing(traces),
      done: traces.length > 0 && traces.every((t) => t.state !== 'UNDER_WAY'),
    },
    { path: 'sign-off', title: 'Sign-off', says: signOff(read), done: false },
  ]
}

/** Today's leads stand in the way; without a read nobody can tell. */
function signOff(read: FaultsView | undefined): string {
  if (!read) return 'not begun'
  const today = read.leads.filter((l) => l.bearing === 'TODAY').length
  return today > 0 ? `${count(today, 'lead')} open` : 'see what is open'
}

/** A wipe is worth more words than a count. */
function storySays(story: StoryView | undefined): string {
  if (!story) return 'comes with the roll'
  if (story.state === 'UNDER_WAY') return 'reading'
  if (story.findings.some((f) => f.kind === 'WIPED_LATELY' || f.kind === 'WIPED_ONCE'))
    return 'faults were wiped'
  return story.findings.length === 0 ? 'nothing to point out' : count(story.findings.length, 'finding')
}

function hookUp(link: LinkState | undefined, roll: Roll | undefined): string {
  if (roll) {
    const answered = roll.modules.filter((m) => m.presence === 'ANSWERS').length
    if (roll.state === 'UNDER_WAY') return `${answered} answered so far`
    const expected = roll.modules.filter((m) => m.expected)
    if (expected.length > 0)
      return `${expected.filter((m) => m.presence === 'ANSWERS').length} of ${expected.length} answered`
    return count(answered, 'module')
  }
  return link?.state === 'UP' ? 'hooked up' : 'not begun'
}

function faults(roll: Roll | undefined, read: FaultsView | undefined): string {
  if (read) {
    const today = read.leads.filter((l) => l.bearing === 'TODAY')
    const knockOns = today.reduce((n, l) => n + l.knockOns.length, 0)
    if (read.leads.length === 0) return 'none kept'
    if (today.length === 0) return `none today, ${read.leads.length} earlier`
    return count(today.length, 'lead') + (knockOns > 0 ? `, ${count(knockOns, 'knock-on')}` : '')
  }
  if (!roll?.full) return 'not read'
  const all = roll.modules.flatMap((m) => m.faults)
  const now = all.filter((f) => f.state === 'ACTIVE').length
  return `${now} now, ${all.length - now} earlier`
}

/** Recorders that run say so from every page. */
function watch(link: LinkState | undefined, recorders: RecorderState[]): string {
  const on = recorders.filter((r) => r.stage === 'RECORDING' || r.stage === 'POST_ROLL').length
  if (on > 0) return count(on, 'recorder runs', 'recorders run')
  const armed = recorders.filter((r) => r.stage === 'ARMED').length
  if (armed > 0) return `${armed} armed`
  return link?.state === 'UP' ? 'live' : 'when hooked up'
}

function tests(cutout: CutoutView | undefined): string {
  if (!cutout) return 'not begun'
  if (cutout.stage !== 'ENDED')
    return cutout.off.length > 0 ? `cylinder ${cutout.off.join(', ')} off` : 'cutout is ready'
  return { PASS: 'cutout: pass', FAIL: 'cutout: fail', CANNOT_TELL: 'cutout: cannot tell' }[cutout.verdict]
}

import type { FaultsView, Roll, StoryView, TraceView, TrialHead, TrialView } from '../api/client'
import type { LinkState } from '../stream/types'
import { count } from '../shared/words'
import { tracing } from '../trace/words'
import type { RecorderState } from '../watch/types'
import { texts } from './words'

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
  trial?: TrialView,
  trials: TrialHead[] = [],
  traces: { state: TraceView['state'] }[] = [],
): Step[] {
  return [
    { path: 'hook-up', title: texts.hookUp, says: hookUp(link, roll), done: roll?.state === 'COMPLETE' },
    {
      path: 'faults',
      title: texts.faults,
      says: faults(roll, read),
      done: read?.state === 'COMPLETE',
    },
    { path: 'story', title: texts.story, says: storySays(story), done: story?.state === 'COMPLETE' },
    { path: 'watch', title: texts.watch, says: watch(link, recorders), done: false },
    { path: 'tests', title: texts.tests, says: tests(trial, trials), done: trials.some((t) => t.verdict) },
    {
      path: 'trace',
      title: texts.trace,
      says: tracing(traces),
      done: traces.length > 0 && traces.every((t) => t.state !== 'UNDER_WAY'),
    },
    { path: 'sign-off', title: 'Sign-off', says: signOff(read), done: false },
  ]
}

/** Today's leads stand in the way; without a read nobody can tell. */
function signOff(read: FaultsView | undefined): string {
  if (!read) return texts.notBegun
  const today = read.leads.filter((l) => l.bearing === 'TODAY').length
  return today > 0 ? texts.open2(count(today, 'lead')) : texts.seeWhatIsOpen
}

/** A wipe is worth more words than a count. */
function storySays(story: StoryView | undefined): string {
  if (!story) return texts.comesWithTheRoll
  if (story.state === 'UNDER_WAY') return 'reading'
  if (story.findings.some((f) => f.kind === 'WIPED_LATELY' || f.kind === 'WIPED_ONCE'))
    return texts.faultsWereWiped
  return story.findings.length === 0 ? texts.nothingToPointOut : count(story.findings.length, 'finding')
}

function hookUp(link: LinkState | undefined, roll: Roll | undefined): string {
  if (roll) {
    const answered = roll.modules.filter((m) => m.presence === 'ANSWERS').length
    if (roll.state === 'UNDER_WAY') return texts.answeredSoFar(answered)
    const expected = roll.modules.filter((m) => m.expected)
    if (expected.length > 0)
      return texts.ofAnswered(expected.filter((m) => m.presence === 'ANSWERS').length, expected.length)
    return count(answered, 'module')
  }
  return link?.state === 'UP' ? texts.hookedUp : texts.notBegun
}

function faults(roll: Roll | undefined, read: FaultsView | undefined): string {
  if (read) {
    const today = read.leads.filter((l) => l.bearing === 'TODAY')
    const knockOns = today.reduce((n, l) => n + l.knockOns.length, 0)
    if (read.leads.length === 0) return texts.noneKept
    if (today.length === 0) return texts.noneTodayEarlier(read.leads.length)
    return count(today.length, 'lead') + (knockOns > 0 ? `, ${count(knockOns, 'knock-on')}` : '')
  }
  if (!roll?.full) return texts.notRead
  const all = roll.modules.flatMap((m) => m.faults)
  // Where nobody answered nobody was read, and a count of none would be a word too much.
  if (all.length === 0 && !roll.modules.some((m) => m.presence === 'ANSWERS')) return texts.notRead
  const now = all.filter((f) => f.state === 'ACTIVE').length
  return texts.nowEarlier(now, all.length - now)
}

/** Recorders that run say so from every page. */
function watch(link: LinkState | undefined, recorders: RecorderState[]): string {
  const on = recorders.filter((r) => r.stage === 'RECORDING' || r.stage === 'POST_ROLL').length
  if (on > 0) return count(on, texts.recorderRuns, texts.recordersRun)
  const armed = recorders.filter((r) => r.stage === 'ARMED').length
  if (armed > 0) return texts.armed(armed)
  return link?.state === 'UP' ? 'live' : texts.whenHookedUp
}

/** What is under way, else what the tests of the job have come to. */
function tests(trial: TrialView | undefined, done: TrialHead[]): string {
  if (trial && trial.stage !== 'ENDED') return texts.testUnderWay(trial.title)
  // The newest run of each test says how the unit stands; they come newest first.
  const newest = new Map<string, TrialHead>()
  for (const t of done.filter((d) => d.verdict)) {
    const of = `${t.test} ${t.module}`
    if (!newest.has(of)) newest.set(of, t)
  }
  const judged = [...newest.values()]
  const failed = judged.filter((t) => t.verdict === 'FAIL').length
  if (failed > 0) return texts.failedOf(failed, judged.length)
  return judged.length > 0 ? texts.testsDone(judged.length) : texts.notBegun
}

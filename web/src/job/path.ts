import type { FaultsView, Roll, StoryView } from '../api/client'
import type { LinkState } from '../stream/types'
import { count } from '../shared/words'

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
    { path: 'watch', title: 'Watch', says: 'comes later', done: false },
    { path: 'tests', title: 'Tests', says: 'comes later', done: false },
    { path: 'trace', title: 'Trace', says: 'comes later', done: false },
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

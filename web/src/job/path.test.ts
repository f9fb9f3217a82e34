import { expect, it } from 'vitest'
import type { FaultsView, Roll, StoryView, TrialHead, TrialView } from '../api/client'
import type { LinkState } from '../stream/types'
import type { RecorderState } from '../watch/types'
import { steps } from './path'

const up = { state: 'UP' } as LinkState
const roll = (state: string, modules: object[], full = true) => ({ state, modules, full }) as unknown as Roll
const module = (presence: string, expected: boolean, faults: object[] = []) => ({
  presence,
  expected,
  faults,
})
const read = (state: string, leads: object[]) => ({ state, leads }) as unknown as FaultsView
const lead = (bearing: string, knockOns: number) => ({ bearing, knockOns: Array(knockOns).fill({}) })
const story = (state: string, kinds: string[]) =>
  ({ state, findings: kinds.map((kind) => ({ kind })) }) as unknown as StoryView
const recorder = (stage: string) => ({ stage }) as unknown as RecorderState

/** What a step says, with a mark where it is done. */
const says = (path: string, ...of: Partial<Parameters<typeof steps>>) => {
  const [link, rolled, faults, told, recorders, trial, trials, traces] = of
  const step = steps(link, rolled, faults, told, recorders, trial, trials, traces).find(
    (s) => s.path === path,
  )
  return `${step?.says}${step?.done ? ' ✓' : ''}`
}

it('stand in the order of the work', () => {
  expect(steps(undefined, undefined, undefined, undefined).map((s) => s.path)).toEqual([
    'hook-up',
    'faults',
    'story',
    'watch',
    'tests',
    'trace',
    'sign-off',
  ])
  expect(steps(undefined, undefined, undefined, undefined).some((s) => s.done)).toBe(false)
})

it('hooking up counts the modules that are expected, and without expectations all that answer', () => {
  expect(says('hook-up')).toBe('not begun')
  expect(says('hook-up', up)).toBe('hooked up')
  const some = [module('ANSWERS', true), module('SILENT', true), module('ANSWERS', false)]
  expect(says('hook-up', up, roll('UNDER_WAY', some))).toBe('2 answered so far')
  expect(says('hook-up', up, roll('COMPLETE', some))).toBe('1 of 2 answered ✓')
  expect(says('hook-up', up, roll('COMPLETE', [module('ANSWERS', false)]))).toBe('1 module ✓')
  expect(says('hook-up', up, roll('STOPPED', some))).toBe('1 of 2 answered')
})

it('faults are counted by leads of today, and by the roll before they are read', () => {
  expect(says('faults')).toBe('not read')
  const told = roll('COMPLETE', [module('ANSWERS', true, [{ state: 'ACTIVE' }, { state: 'PREVIOUS' }])])
  expect(says('faults', up, told)).toBe('1 now, 1 earlier')
  expect(says('faults', up, roll('COMPLETE', [], false))).toBe('not read')
  expect(says('faults', up, roll('CUT_SHORT', [module('NOT_ASKED', true)]))).toBe('not read')
  const overheard = [module('SENDS_ONLY', true, [{ state: 'ACTIVE' }])]
  expect(says('faults', up, roll('COMPLETE', overheard))).toBe('1 now, 0 earlier')
  expect(says('faults', up, told, read('COMPLETE', []))).toBe('none kept ✓')
  expect(says('faults', up, told, read('COMPLETE', [lead('EARLIER', 0)]))).toBe('none today, 1 earlier ✓')
  expect(says('faults', up, told, read('STOPPED', [lead('TODAY', 0), lead('TODAY', 2)]))).toBe(
    '2 leads, 2 knock-ons',
  )
})

it('a wipe is worth more than a count of findings', () => {
  expect(says('story')).toBe('comes with the roll')
  const of = (s: StoryView) => says('story', up, undefined, undefined, s)
  expect(of(story('UNDER_WAY', ['WIPED_LATELY']))).toBe('reading')
  expect(of(story('COMPLETE', []))).toBe('nothing to point out ✓')
  expect(of(story('COMPLETE', ['IDLES', 'HARD']))).toBe('2 findings ✓')
  expect(of(story('COMPLETE', ['IDLES', 'WIPED_ONCE']))).toBe('faults were wiped ✓')
})

it('recorders that run are said before those that wait', () => {
  const of = (...all: RecorderState[]) => says('watch', up, undefined, undefined, undefined, all)
  expect(says('watch')).toBe('when hooked up')
  expect(of()).toBe('live')
  expect(of(recorder('ARMED'), recorder('ARMED'))).toBe('2 armed')
  expect(of(recorder('ARMED'), recorder('POST_ROLL'))).toBe('1 recorder runs')
  expect(of(recorder('RECORDING'), recorder('POST_ROLL'))).toBe('2 recorders run')
  expect(of(recorder('ENDED'))).toBe('live')
})

it('a test under way goes before what tests have come to, a failed one before those that passed', () => {
  const of = (trial: object | undefined, ...verdicts: (string | null)[]) =>
    says(
      'tests',
      up,
      undefined,
      undefined,
      undefined,
      [],
      trial as TrialView | undefined,
      verdicts.map(
        (verdict, i) => ({ verdict, test: `t${i % 3}`, module: 'engine' }) as unknown as TrialHead,
      ),
    )
  expect(of(undefined)).toBe('not begun')
  expect(of({ stage: 'RUNNING', title: 'Cutout' }, 'FAIL')).toBe('Cutout: under way ✓')
  expect(of({ stage: 'ENDED', title: 'Cutout' }, 'PASS')).toBe('1 done ✓')
  expect(of(undefined, 'PASS', 'FAIL', null)).toBe('1 of 2 failed ✓')
  expect(of(undefined, null)).toBe('not begun')
  // After a repair the same tests passed: what failed before it is no failure now.
  expect(of(undefined, 'PASS', 'PASS', 'PASS', 'FAIL', 'CANNOT_TELL', 'FAIL')).toBe('3 done ✓')
})

it('sign-off waits for a read, and counts the leads in its way', () => {
  expect(says('sign-off')).toBe('not begun')
  expect(says('sign-off', up, undefined, read('COMPLETE', [lead('TODAY', 1)]))).toBe('1 lead open')
  expect(says('sign-off', up, undefined, read('COMPLETE', [lead('EARLIER', 1)]))).toBe('see what is open')
})

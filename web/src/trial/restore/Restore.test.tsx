import { cleanup, screen, within } from '@testing-library/react'
import { beforeEach, expect, it } from 'vitest'
import type { EarlierRun, TrialMeasured, TrialView } from '../../api/client'
import { renderInJob } from '../../test-support'
import { restore } from './RestoreBoard'

const { Board } = restore

const flow = (place: number, value: number, verdict: TrialMeasured['verdict']): TrialMeasured => ({
  name: 'flow',
  place,
  value,
  unit: '%',
  plusMinus: 3,
  low: 90,
  verdict,
})

const view = (stage: string, now: string, measured: TrialMeasured[] = []) =>
  ({
    kind: 'restore',
    title: 'Injector flow restore',
    stage,
    observed: { cycles: [], stage: now, flushed: measured.length, done: stage === 'ENDED' },
    judgement: { measured },
  }) as unknown as TrialView

beforeEach(cleanup)

it('says where the module is, and that nothing is measured before it is warm', () => {
  renderInJob(<Board view={view('RUNNING', 'HEAT')} />)
  expect(screen.getByText('Warm')).toHaveAttribute('aria-current', 'step')
  expect(screen.getByText('Flush')).not.toHaveAttribute('aria-current')
  expect(screen.getByText(/once the exhaust is warm/)).toBeInTheDocument()
})

it('each cycle stands with the flow that it found', () => {
  renderInJob(<Board view={view('RUNNING', 'FLUSH', [flow(0, 70, 'FAIL'), flow(1, 84, 'FAIL')])} />)
  const rows = within(screen.getByRole('region', { name: 'Flow of the injector' })).getAllByRole('listitem')
  expect(rows.map((r) => r.textContent)).toEqual([
    'Before any flush70 % ± 3 % ',
    'After one flush84 % ± 3 % ',
  ])
  expect(screen.getByText('70 %')).toHaveClass('text-grave')
  expect(screen.getByText(/90 % and more is right/)).toBeInTheDocument()
})

it('over, it shows no stage any more, and what the same cycle found last time', () => {
  const earlier = [{ figures: [{ name: 'flow', place: 0, value: 62, unit: '%' }] }] as unknown as EarlierRun[]
  renderInJob(<Board view={view('ENDED', 'COOL', [flow(0, 97, 'PASS')])} earlier={earlier} />)
  expect(screen.queryByText('Cool')).not.toBeInTheDocument()
  expect(screen.getByText('97 %')).not.toHaveClass('text-grave')
  expect(screen.getByText(/last time: 62 %/)).toBeInTheDocument()
})

it('from four metres the newest flow is what is read', () => {
  renderInJob(<Board far view={view('RUNNING', 'COOL', [flow(0, 70, 'FAIL'), flow(1, 84, 'FAIL')])} />)
  expect(screen.getByText('84 %')).toHaveClass('text-far-order')
  expect(screen.queryByText('70 %')).not.toBeInTheDocument()
  expect(restore.headline?.(view('RUNNING', 'FLUSH'))).toBe('Flush')
  expect(restore.headline?.(view('ENDED', 'FLUSH'))).toBe('Injector flow restore')
  expect(restore.spoken?.(view('ENDED', 'FLUSH'))).toBe('')
  expect(restore.heard?.(view('RUNNING', 'HEAT')).state).not.toBe(
    restore.heard?.(view('RUNNING', 'FLUSH')).state,
  )
})

import { cleanup, screen } from '@testing-library/react'
import { beforeEach, expect, it } from 'vitest'
import { renderInJob, stubServer } from '../test-support'
import { Inducement } from './Inducement'

const standing = (more: object = {}) => ({
  severity: 2,
  now: { text: 'A quarter of full power is taken away.' },
  why: { text: 'Fluid of the wrong quality: \uFFF914.2 h\uFFFB counted.' },
  next: { text: 'After \uFFF95.8 h\uFFFB more of running without a repair: it crawls.' },
  finds: [],
  clears: [],
  ...more,
})

function open(more: object = {}) {
  stubServer()
  return renderInJob(<Inducement job={3} standing={standing(more)} />)
}

beforeEach(cleanup)

it('says what the unit does, why, and what comes next and when', () => {
  open()
  expect(screen.getByText('Stage 2')).toBeInTheDocument()
  expect(screen.getByText('A quarter of full power is taken away.')).toBeInTheDocument()
  expect(screen.getByText(/14\.2 h counted/)).toBeInTheDocument()
  expect(screen.getByText(/After 5\.8 h more of running/)).toBeInTheDocument()
  expect(screen.queryByText(/Mend its cause/)).toBeNull()
})

it('leads to the test that finds the cause', () => {
  open({ finds: [{ test: 'fluid', title: 'Fluid quality', module: 'aftertreatment' }] })
  expect(screen.getByText(/Find its cause/)).toBeInTheDocument()
  expect(screen.getByRole('link', { name: 'Fluid quality' })).toHaveAttribute(
    'href',
    '/jobs/3/tests/run/fluid?module=aftertreatment',
  )
})

it('leads to what clears the hours', () => {
  open({
    clears: [
      { test: 'quality-hours', title: 'Clear hours with wrong fluid', module: 'aftertreatment' },
      { test: 'other', title: 'Other', module: '' },
    ],
  })
  expect(screen.getByRole('link', { name: 'Clear hours with wrong fluid' })).toHaveAttribute(
    'href',
    '/jobs/3/tests/run/quality-hours?module=aftertreatment',
  )
  expect(screen.getByRole('link', { name: 'Other' })).toHaveAttribute('href', '/jobs/3/tests')
})

it('hours that are kept after a repair are no stage', () => {
  open({ severity: 0 })
  expect(screen.getByText('Hours kept')).toBeInTheDocument()
})

import { screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useLocation } from 'react-router'
import { expect, it } from 'vitest'
import { person, renderInJob, stubServer } from '../test-support'
import { RecordingList } from './RecordingList'

const head = (id: number, name: string, more: object = {}) => ({
  id,
  job: 3,
  name,
  source: 'sim/tipper-9',
  beganAt: '2026-11-25T08:00:00Z',
  why: 'started by hand',
  who: 'Technician 1',
  seconds: 65,
  startSeconds: 0,
  samples: 2000,
  lost: 0,
  endedWhy: 'stopped by hand',
  channels: 12,
  bytes: 800,
  ...more,
})

const map = {
  separator: ';',
  decimalComma: true,
  headLine: 1,
  timeColumn: 0,
  time: 'SECONDS',
  columns: [
    { number: 1, name: 'Speed', unit: 'RPM', spn: 0, module: 'engine' },
    { number: 2, name: 'Boost', unit: 'KILOPASCAL', spn: 102, module: 'engine' },
  ],
  missing: ['-'],
}

const look = { lines: ['Time;Speed;Boost', '0,0;600;1,5'], map, remembered: false }

const table = () => new File(['Time;Speed;Boost\n0,0;600;1,5\n'], 'road run.csv', { type: 'text/csv' })

const path = '/api/jobs/3'

function open(bodies: Record<string, unknown> = {}, me = person('LOOK', 'READ')) {
  const sent = stubServer({
    [`${path}/recordings-made`]: [head(7, 'Before'), head(8, 'After', { seconds: null })],
    '/api/units/1/recordings': [head(7, 'Before'), head(2, 'Last year', { job: 1 })],
    ...bodies,
  })
  renderInJob(
    <>
      <RecordingList job={3} unit={1} />
      <Where />
    </>,
    { me },
  )
  return sent
}

function Where() {
  const at = useLocation()
  return <p data-testid="where">{at.pathname + at.search}</p>
}

it('lists recordings of the job and of earlier jobs of the unit, each once', async () => {
  open()
  const row = async (name: string) => (await screen.findByRole('link', { name })).closest('tr')
  expect(await row('Before')).toHaveTextContent('1:05')
  expect(await row('After')).toHaveTextContent('goes on')
  expect(await row('Last year')).toHaveTextContent('an earlier job')
  expect(screen.getAllByRole('link', { name: 'Before' })).toHaveLength(1)
})

it('two that are taken can be laid over each other; a third takes the place of the first', async () => {
  open()
  const over = screen.getByRole('button', { name: 'Lay two over each other' })
  await userEvent.click(await screen.findByRole('checkbox', { name: /Take Before/ }))
  expect(over).toBeDisabled()
  await userEvent.click(screen.getByRole('checkbox', { name: /Take After/ }))
  await userEvent.click(await screen.findByRole('checkbox', { name: /Take Last year/ }))
  expect(screen.getByRole('checkbox', { name: /Take Before/ })).not.toBeChecked()
  await userEvent.click(over)
  expect(screen.getByTestId('where')).toHaveTextContent('/jobs/3/watch/compare?first=8&second=2')
})

it('without a recording the ways to one are named', async () => {
  open({ [`${path}/recordings-made`]: [], '/api/units/1/recordings': [] })
  expect(
    await screen.findByText(/None yet. Record while the unit is hooked up, or add a table/),
  ).toBeInTheDocument()
})

it('who may only look adds neither a table nor parameters', async () => {
  open({}, person('LOOK'))
  expect(await screen.findByRole('link', { name: 'Before' })).toBeInTheDocument()
  expect(screen.queryByRole('button', { name: /Add a table/ })).not.toBeInTheDocument()
  expect(screen.queryByRole('button', { name: /Add a DBC/ })).not.toBeInTheDocument()
})

it('a DBC adds parameters, and what was left out is said with its line', async () => {
  open({
    [`POST ${path}/dbc`]: { parameters: 1, leftOut: ['Line 9: signal X overlaps signal Y.'] },
  })
  await userEvent.upload(screen.getByLabelText('Parameters as DBC'), new File(['VERSION'], 'bus.dbc'))
  expect(await screen.findByRole('status')).toHaveTextContent(
    '1 parameter added; hook up again to read by them. Left out: Line 9: signal X overlaps signal Y.',
  )
})

it('a table is looked at first, put right, and then added by what was put right', async () => {
  const bodies: FormData[] = []
  open({ [`POST ${path}/tables/look`]: look, [`POST ${path}/tables`]: head(9, 'road run') })
  const rest = globalThis.fetch
  globalThis.fetch = (at, init) => {
    if (init?.body instanceof FormData && at === `${path}/tables`) bodies.push(init.body)
    return rest(at, init)
  }
  await userEvent.upload(screen.getByLabelText('Table of another program'), table())
  const dialog = within(await screen.findByRole('dialog', { name: 'Add road run.csv' }))
  expect(await dialog.findByText(/Guessed from its first lines/)).toBeInTheDocument()
  expect(dialog.getByText(/0,0;600;1,5/)).toBeInTheDocument()
  expect(dialog.getByLabelText(/Fields separated by/)).toHaveValue(';')
  await userEvent.selectOptions(dialog.getByLabelText('Time is in'), 'MILLISECONDS')
  await userEvent.type(dialog.getByLabelText('SPN of Speed'), '190')
  await userEvent.click(dialog.getAllByRole('button', { name: 'Leave out' })[1] as HTMLElement)
  await userEvent.click(dialog.getByRole('button', { name: 'Add it as a recording' }))
  await waitFor(() => expect(screen.getByTestId('where')).toHaveTextContent('/jobs/3/watch/recordings/9'))
  expect(JSON.parse(bodies[0]?.get('map') as string)).toEqual({
    ...map,
    time: 'MILLISECONDS',
    columns: [{ number: 1, name: 'Speed', unit: 'RPM', spn: 190, module: 'engine' }],
  })
})

it('a table that cannot be read says where and how to mend it, and can be left', async () => {
  open()
  globalThis.fetch = ((rest) => (at: RequestInfo | URL, init?: RequestInit) =>
    at === `${path}/tables/look`
      ? Promise.resolve(
          new Response(
            JSON.stringify({ message: 'Line 4 has 2 fields, its head has 3.', next: 'Mend the line.' }),
            { status: 400 },
          ),
        )
      : rest(at, init))(globalThis.fetch)
  await userEvent.upload(screen.getByLabelText('Table of another program'), table())
  expect(await screen.findByText('Line 4 has 2 fields, its head has 3.')).toBeInTheDocument()
  expect(screen.getByText('Mend the line.')).toBeInTheDocument()
  expect(screen.queryByRole('button', { name: 'Add it as a recording' })).not.toBeInTheDocument()
})

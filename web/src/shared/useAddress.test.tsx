import { act, render, screen } from '@testing-library/react'
import { useEffect } from 'react'
import { Link, MemoryRouter, useLocation } from 'react-router'
import { expect, it } from 'vitest'
import { useAddress } from './useAddress'

type Change = ReturnType<typeof useAddress>[1]
const page: { change?: Change } = {}
const change: Change = (edit) => page.change?.(edit)

function Page() {
  const [params, put] = useAddress()
  useEffect(() => {
    page.change = put
  })
  return (
    <>
      <Link to="/page?other=1">elsewhere</Link>
      <p data-testid="search">{useLocation().search}</p>
      <p data-testid="drawn">{params.toString()}</p>
    </>
  )
}

const open = () =>
  render(
    <MemoryRouter initialEntries={['/page?take=a']}>
      <Page />
    </MemoryRouter>,
  )
const address = () => screen.getByTestId('search').textContent

it('changes made before the page is drawn again all stand', () => {
  open()
  act(() => {
    change((p) => p.set('from', '10'))
    change((p) => p.set('take', `${p.get('take') ?? ''},b`))
    change((p) => p.set('take', `${p.get('take') ?? ''},c`))
  })
  expect(address()).toBe('?take=a%2Cb%2Cc&from=10')
  expect(screen.getByTestId('drawn')).toHaveTextContent('take=a%2Cb%2Cc&from=10')
})

it('a change there and back ends where it began, and the next begins there', () => {
  open()
  act(() => {
    change((p) => p.set('take', 'b'))
    change((p) => p.set('take', 'a'))
  })
  act(() => change((p) => p.append('each', '1')))
  expect(address()).toBe('?take=a&each=1')
})

it('an address that somebody else chose is a new beginning', () => {
  open()
  act(() => change((p) => p.set('from', '10')))
  act(() => screen.getByText('elsewhere').click())
  act(() => change((p) => p.set('to', '20')))
  expect(address()).toBe('?other=1&to=20')
})

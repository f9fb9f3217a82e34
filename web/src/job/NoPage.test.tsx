import { render, screen } from '@testing-library/react'
import { createMemoryRouter, RouterProvider } from 'react-router'
import { expect, it, vi } from 'vitest'
import { NoPage, PageFailed } from './NoPage'

function Broken(): never {
  throw new Error('chunk 7 is gone')
}

function at(path: string) {
  const router = createMemoryRouter(
    [
      {
        path: '/',
        ErrorBoundary: PageFailed,
        children: [
          { path: 'broken', Component: Broken },
          { path: '*', Component: NoPage },
        ],
      },
    ],
    { initialEntries: [path] },
  )
  render(<RouterProvider router={router} />)
}

it('an address at which there is nothing leads to the units', () => {
  at('/jobs')
  expect(screen.getByRole('heading', { name: 'There is no such page' })).toBeInTheDocument()
  expect(screen.getByRole('link', { name: 'To the units' })).toHaveAttribute('href', '/units')
})

it('a page that breaks says so, why, and how to go on', () => {
  const quiet = vi.spyOn(console, 'error').mockImplementation(() => undefined)
  at('/broken')
  expect(screen.getByRole('alert')).toHaveTextContent('chunk 7 is gone')
  expect(screen.getByRole('alert')).toHaveTextContent('Nothing captured is lost')
  expect(screen.getByRole('button', { name: 'Reload' })).toBeInTheDocument()
  quiet.mockRestore()
})

import { type ComponentType, useEffect, useState } from 'react'
import type { EarlierRun, TrialView } from '../api/client'
import type { Tone } from '../shared/sound'

/** What a board is drawn with; without `act` nothing can be done any more. */
export interface BoardProps {
  view: TrialView
  act?: ((line: string) => void) | undefined
  /** Drawn to be read from four metres. */
  far?: boolean
  /** What the same test came to before on this unit, newest first. */
  earlier?: EarlierRun[]
}

/** What a kind of test adds to the page of a test. */
export interface Board {
  Board: ComponentType<BoardProps>
  /** What single keys do while it is under way. */
  keys?: (view: TrialView, act: (line: string) => void) => Record<string, () => void>
  /** Head of the far view while it is under way. */
  headline?: (view: TrialView) => string
  /** What is sounded in the far view, whenever its state changes. */
  heard?: (view: TrialView) => { state: string; tone: Tone }
  /** What is said aloud in the far view, whenever it changes. */
  spoken?: (view: TrialView) => string
  /** True where what most people do next is not the one answer that is offered beside the board. */
  ownAnswer?: (view: TrialView) => boolean
  /** True where the board itself shows how far it is. */
  ownProgress?: boolean
  /** Which values are drawn over time and stand in the far view, by their place; the first two where it does not say. */
  values?: (view: TrialView) => number[]
  /** What the figures mean and how they are found. */
  why?: (view: TrialView) => { head: string; text: string }[]
}

/** Which values of a test matter most, by their place. */
export function valuesOf(board: Board | undefined, view: TrialView): number[] {
  return board?.values?.(view) ?? view.trace.names.map((_, i) => i).slice(0, 2)
}

/** Every kind with its board, fetched when a test of that kind is opened. */
const BOARDS: Record<string, () => Promise<Board>> = {
  actuator: () => import('./actuator/ActuatorBoard').then((m) => m.actuator),
  agreement: () => import('./agreement/AgreementBoard').then((m) => m.agreement),
  airdrive: () => import('./airdrive/AirDriveBoard').then((m) => m.airdrive),
  airpath: () => import('./airpath/AirPathBoard').then((m) => m.airpath),
  balance: () => import('./balance/BalanceBoard').then((m) => m.balance),
  coils: () => import('./coils/CoilsBoard').then((m) => m.coils),
  compression: () => import('./compression/CompressionBoard').then((m) => m.compression),
  contribution: () => import('./contribution/ContributionBoard').then((m) => m.contribution),
  conversion: () => import('./conversion/ConversionBoard').then((m) => m.conversion),
  cooler: () => import('./cooler/CoolerBoard').then((m) => m.cooler),
  cutout: () => import('./cutout/CutoutBoard').then((m) => m.cutout),
  dosing: () => import('./dosing/DosingBoard').then((m) => m.dosing),
  filter: () => import('./filter/FilterBoard').then((m) => m.filter),
  fluid: () => import('./fluid/FluidBoard').then((m) => m.fluid),
  quantity: () => import('./quantity/QuantityBoard').then((m) => m.quantity),
  rail: () => import('./rail/RailBoard').then((m) => m.rail),
  regeneration: () => import('./regeneration/RegenerationBoard').then((m) => m.regeneration),
  restore: () => import('./restore/RestoreBoard').then((m) => m.restore),
  loaded: () => import('./loaded/LoadedBoard').then((m) => m.loaded),
  lamps: () => import('./lamps/LampsBoard').then((m) => m.lamps),
}

/** The board of a kind; nothing before it is there, and for a kind that has none. */
export function useBoard(kind: string | undefined): Board | undefined {
  const [board, setBoard] = useState<[string, Board]>()
  useEffect(() => {
    const load = kind === undefined ? undefined : BOARDS[kind]
    if (!load || kind === undefined) return
    let wanted = true
    void load().then((b) => wanted && setBoard([kind, b]))
    return () => {
      wanted = false
    }
  }, [kind])
  return board && board[0] === kind ? board[1] : undefined
}

import type { components } from './generated/schema'

type Schemas = components['schemas']

export type Me = Schemas['Me']
export type Unit = Schemas['UnitView']
export type Job = Schemas['JobView']
export type UnitWithJobs = Schemas['UnitWithJobs']
export type LogEntry = Schemas['Entry']
export type LinkChoice = Schemas['LinkChoice']
export type Roll = Schemas['RollView']
export type Module = Schemas['ModuleView']
export type Fault = Schemas['FaultView']
export type FaultsView = Schemas['FaultsView']
export type StoryView = Schemas['StoryView']
export type FindingLine = Schemas['FindingLine']
export type ProtectionLine = Schemas['ProtectionLine']
export type FigureLine = Schemas['FigureLine']
export type DutyView = Schemas['DutyView']
export type Comparison = Schemas['ComparisonView']
export type ModuleLine = Schemas['ModuleLine']
export type Lead = Schemas['LeadView']
export type FaultLine = Schemas['FaultLine']
export type ReadHead = Schemas['ReadHead']
export type DifferenceLine = Schemas['DifferenceLine']
export type Sheet = Schemas['SheetView']
export type LampCheck = Schemas['LampsView']
export type LampRow = Schemas['LampRow']
export type Seat = Schemas['Seat']
export type Measure = Schemas['MeasureView']
export type AccountView = Schemas['AccountView']
export type Plug = Schemas['Plug']
export type Finding = Schemas['Finding']

/** What the cab of a simulated unit shows. Speeds in rpm, temperature in °C, pedal 0 to 1. */
export interface Cab {
  id: string
  title: string
  key: 'off' | 'on' | 'crank'
  engineRunning: boolean
  rpm: number
  pedal: number
  coolantC: number
  batteryV: number
  plugged: boolean
  factor: number
  /** Warning lamps by name; true where lit. */
  lamps: Record<string, boolean>
}

/** A refusal of the server: what happened and what to do next. */
export class Problem extends Error {
  readonly status: number
  readonly next: string

  constructor(status: number, message: string, next: string) {
    super(message)
    this.status = status
    this.next = next
  }
}

function csrf(): string {
  return /(?:^|; )XSRF-TOKEN=([^;]*)/.exec(document.cookie)?.[1] ?? ''
}

/** Calls the server; throws a {@link Problem} where it refuses or does not answer. */
export async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  let answer: Response
  const form = body instanceof FormData
  try {
    answer = await fetch(path, {
      method,
      headers: {
        ...(method === 'GET' ? {} : { 'X-XSRF-TOKEN': csrf() }),
        ...(body === undefined || form ? {} : { 'Content-Type': 'application/json' }),
      },
      body: body === undefined ? undefined : form ? body : JSON.stringify(body),
    })
  } catch {
    throw new Problem(0, 'Hitch Lamp does not answer.', 'Is it running? ./hitch-lamp status tells.')
  }
  const text = await answer.text()
  if (!answer.ok) {
    let told: { message?: string; next?: string } = {}
    try {
      told = JSON.parse(text) as typeof told
    } catch {
      // not from our server: the defaults below say enough
    }
    throw new Problem(answer.status, told.message ?? `Error ${answer.status}.`, told.next ?? 'Try again.')
  }
  return (text ? JSON.parse(text) : undefined) as T
}

export const get = <T>(path: string) => call<T>('GET', path)
export const post = <T>(path: string, body?: unknown) => call<T>('POST', path, body)
export const remove = <T>(path: string) => call<T>('DELETE', path)

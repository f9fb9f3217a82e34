import type { components } from './generated/schema'

type Schemas = components['schemas']

/** Values of the core, whose fields are always there though the document does not say so. */
type Sure<T> = T extends (infer U)[] ? Sure<U>[] : T extends object ? { [K in keyof T]-?: Sure<T[K]> } : T

export type Me = Schemas['Me']
export type Unit = Schemas['UnitView']
export type Job = Schemas['JobView']
export type UnitWithJobs = Schemas['UnitWithJobs']
export type LogEntry = Schemas['Entry']
export type LinkAble = Schemas['LinkAble']
export type LinkChoice = Schemas['LinkChoice']
export type LinkKind = Schemas['LinkKind']
export type UnknownView = Schemas['UnknownView']
export type UnknownGroup = Schemas['GroupView']
export type KeptField = Schemas['FieldView']
export type FieldSample = Schemas['SampleView']
/** What was read of a log, and the ways to the unit now. */
export type LogAdded = Schemas['LogAdded']
export type Roll = Schemas['RollView']
export type Module = Schemas['ModuleView']
export type Fault = Schemas['FaultView']
export type FaultsView = Schemas['FaultsView']
export type StoryView = Schemas['StoryView']
export type FindingLine = Schemas['FindingLine']
export type ProtectionLine = Schemas['ProtectionLine']
export type FigureLine = Schemas['FigureLine']
export type EngineStory = Schemas['EngineStory']
export type DutyView = Schemas['DutyView']
export type Comparison = Schemas['ComparisonView']
export type ModuleLine = Schemas['ModuleLine']
export type Lead = Schemas['LeadView']
export type FaultLine = Schemas['FaultLine']
export type ReadHead = Schemas['ReadHead']
export type DifferenceLine = Schemas['DifferenceLine']
export type Sheet = Schemas['SheetView']
export type Seat = Schemas['Seat']
export type Measure = Schemas['MeasureView']
export type AccountView = Schemas['AccountView']
export type StorageView = Schemas['StorageView']
export type TrafficThatGoes = Schemas['Goes']
export type Plug = Schemas['Plug']
export type Finding = Schemas['Finding']
export type RecordingHead = Schemas['Head']
export type RecordingWhole = Schemas['Whole']
export type StatsView = Schemas['Stats']
export type CsvMap = Sure<Schemas['CsvMap']>
export type TableLook = Omit<Schemas['Look'], 'map'> & { map: CsvMap }
export type AlignView = Schemas['AlignView']
export type Difference = Schemas['Difference']
export type TrialView = Omit<Schemas['TrialView'], 'conditions'> & { conditions: TrialCondition[] }
export type TrialCondition = Sure<Schemas['Condition']>
export type TrialMeasured = Schemas['TrialMeasured']
export type PhonePairing = Schemas['PhonePairing']
export type PhoneView = Omit<Schemas['PhoneView'], 'trial'> & { trial?: TrialView }
export type TogetherFinding = Schemas['TogetherFinding']
export type EarlierRun = Schemas['EarlierRun']
export type TrialHead = Schemas['TrialHead']
export type TrialKept = Omit<Schemas['KeptTrial'], 'view'> & { view?: TrialView | null }
export type TrialOffer = Omit<Schemas['TrialOffer'], 'modules'> & {
  modules: (Omit<Schemas['TrialModule'], 'conditions'> & { conditions: TrialCondition[] })[]
}
export type RepairsView = Schemas['RepairsView']
export type RepairLine = Schemas['RepairLine']
export type OwedLine = Schemas['OwedLine']
export type TraceView = Schemas['TraceView']
export type TraceCheck = Schemas['CheckView']
export type TraceLog = Schemas['LogLine']
export type TraceOffer = Schemas['Offer']
export type TracesView = Schemas['TracesView']
export type CircuitView = Schemas['CircuitView']
export type CircuitFitting = Schemas['FittingView']
export type CircuitWire = Schemas['WireView']
export type ContactNow = Schemas['ContactNow']
export type LoadedResult = Schemas['LoadedView']
export type ConversionResult = Schemas['ConversionView']

/** Pulls of a recording; figures that nobody knows come as the word NaN. */
export interface PullResult {
  pulls: {
    fromMicros: number
    toMicros: number
    gear: number
    fromRpm: number
    toRpm: number
    seconds: number
    between: number
    /** False where it is too short to be judged. */
    judged: boolean
    points: { rpm: number; kw: number; off: number; referenceKw: number }[]
  }[]
  lowRpm: number
  highRpm: number
  judgement: 'AS_REFERENCE' | 'BELOW_REFERENCE' | 'CANNOT_TELL'
  says: string
  next: string
}

/** A sea trial; figures that nobody knows come as the word NaN. */
export interface SeaResult {
  sides: {
    side: string
    points: {
      fromMicros: number
      rpm: number
      lever: number
      kw: number
      lawKw: number
      boost: number
      fuel: number
      coolant: number
      exhaust: number
    }[]
    exponent: number
    exponentOff: number
    fit: 'RIGHT' | 'OVERLOADED' | 'UNDER_PROPPED' | 'LACKS_POWER' | 'CANNOT_TELL'
    says: Schemas['Said']
    settles: boolean
  }[]
  differences: Schemas['Said'][]
  says: Schemas['Said']
  next: string
}

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
  kmh: number
  /** Levers of the drive by name, as they stand; empty where the unit has none. */
  driving: Record<string, string>
  /** What hands have done to plugs of the harness; those left alone are left out. */
  plugs?: Record<string, 'off' | 'bridged' | 'wiggled'>
  /** What hands find of the exhaust fluid: urea in percent, grams in the beaker, 1 where the line is wet. */
  fluid?: Partial<Record<'urea' | 'beaker' | 'wet', number>>
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
export async function call<T>(
  method: string,
  path: string,
  body?: unknown,
  signal?: AbortSignal,
): Promise<T> {
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
      ...(signal ? { signal } : {}),
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

/** @param signal ends the call when nobody waits for it any more */
export const get = <T>(path: string, signal?: AbortSignal) => call<T>('GET', path, undefined, signal)
export const post = <T>(path: string, body?: unknown) => call<T>('POST', path, body)
export const remove = <T>(path: string) => call<T>('DELETE', path)

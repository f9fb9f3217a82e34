import type { Value } from '../stream/types'

/** All words that more than one place uses, so that another language can be added. */
export const words = {
  product: 'Hitch Lamp',
  notTold: 'not reported by this link',
  states: {
    VALID: '',
    PARAMETER_SPECIFIC: 'special',
    RESERVED: 'reserved',
    ERROR: 'sensor error',
    NOT_AVAILABLE: 'not available',
  } satisfies Record<Value['state'], string>,
  faultState: {
    ACTIVE: { mark: 'Now', full: 'active' },
    PREVIOUSLY_ACTIVE: { mark: 'Earlier', full: 'previously active' },
    PENDING: { mark: 'Pending', full: 'pending' },
    PERMANENT: { mark: 'Permanent', full: 'permanent' },
  },
  roles: { MANAGER: 'manager', TECHNICIAN: 'technician', APPRENTICE: 'apprentice', SPECIALIST: 'specialist' },
  told: {
    GIVEN: 'reported',
    GARBLED: 'makes no sense',
    NOT_SUPPORTED: 'not kept by this module',
    DENIED: 'refused',
    BUSY: 'busy at every try',
    BROKEN: 'did not arrive whole',
    SILENT: 'no answer',
  },
  items: {
    COMPONENT: 'Maker, model, serial',
    ACTIVE_FAULTS: 'Active faults (DM1)',
    EARLIER_FAULTS: 'Previously active faults (DM2)',
    SOFTWARE: 'Software',
    MODULE: 'Control module part',
    VEHICLE: 'Vehicle identification',
    CALIBRATION: 'Calibration (DM19)',
    HOURS: 'Total hours',
    DISTANCE: 'Total distance',
    DISTANCE_FINE: 'Total distance, fine',
  },
  lamps: {
    malfunction: 'Malfunction indicator lamp',
    stop: 'Red stop lamp',
    warning: 'Amber warning lamp',
    protect: 'Protect lamp',
  },
  lampStates: {
    OFF: 'off',
    ON: 'on',
    FLASHES_SLOWLY: 'flashes slowly',
    FLASHES_FAST: 'flashes fast',
    NOT_AVAILABLE: 'not available',
  },
} as const

/** "1 fault", "2 faults". */
export function count(n: number, one: string, many = `${one}s`): string {
  return `${n} ${n === 1 ? one : many}`
}

/** Time since an instant in coarse words. */
export function ago(since: Date, now: Date): string {
  const minutes = Math.floor((now.getTime() - since.getTime()) / 60_000)
  if (minutes < 1) return 'just now'
  if (minutes < 60) return `${minutes} min ago`
  if (minutes < 48 * 60) return `${Math.floor(minutes / 60)} h ago`
  return `${Math.floor(minutes / 1440)} days ago`
}

/** What the screens of this area say. */
export const texts = {
  timeUnknownWord: 'time unknown',
  lastHour: 'last hour',
  wholeLife: 'whole life',
  asALine: 'As a line',
  asATable: 'As a table',
  beforeThisSpan: 'before this span',
  cameFirst: 'came first',
  cameFirst2: ', came first',
  closer: 'Closer ',
  firstH: 'first, h',
  hitchLamp: 'Hitch Lamp',
  hourLine: 'Hour line',
  lastH: 'last, h',
  lastTenMinutes: 'last ten minutes',
  longer: 'Longer ',
  nearView: 'Near view ',
  noModuleReportedItsEngineHours:
    'No module reported its engine hours, so nothing can be put on one clock. Read again with the engine module answering.',
  now: 'Now',
  nowAtTheRight: (a: Shown) => `${a}, now at the right`,
  nowH: (a: Shown) => `now ${a} h`,
  off: 'off',
  on: 'on',
  oneMoment: 'One moment.',
  overEngineHours: 'Over engine hours',
  reloadItNothingCapturedIsLost: 'Reload it; nothing captured is lost.',
  somethingWentWrongInThePage: 'Something went wrong in the page.',
  sound: (a: Shown) => `Sound ${a}`,
  state: 'state',
  theFirstOfTheTableHas: (a: Shown, b: Shown) => `The first ${a} of ${b}; the table has all of them.`,
  thereNow: ', there now',
  timeUnknown: (a: Shown) => `time unknown${a}`,
  what: 'What',
  whatWasDone: 'What was done',
}

/** What may stand within a sentence. */
export type Shown = string | number

import type { TrialOffer, TrialView } from '../api/client'

/** What a cutout by hand has seen. */
export const seen = (more: object = {}) => ({
  cylinders: 6,
  off: [] as number[],
  offSeconds: 0,
  allowed: 2,
  heldRpm: 'NaN',
  speedFrom: 600,
  speedTo: 1200,
  settled: true,
  observations: [],
  ...more,
})

/** A cutout by hand under way. */
export const view = (more: Partial<TrialView> = {}): TrialView => ({
  kind: 'cutout',
  test: 'cutout',
  title: 'Cylinder cutout by hand',
  module: 'engine',
  moduleTitle: 'Engine',
  stage: 'RUNNING',
  ending: 'NOT_YET',
  says: { text: 'Let it settle.' },
  conditions: [],
  countdownSeconds: 0,
  setPoints: [],
  now: [{ name: 'Engine speed', value: 601, unit: 'rpm' }],
  observed: seen(),
  trace: { names: ['Engine speed'], units: ['rpm'], points: [] },
  judgement: {
    verdict: 'CANNOT_TELL',
    says: { text: 'Not tried.' },
    next: { text: 'Switch off each.' },
    measured: [],
    parts: [],
  },
  choices: [],
  hazards: ['Keep clear of belts and fan.'],
  figures: { 'weak-below': 0.75 },
  moves: [],
  source: 'common practice, no source',
  ...more,
})

/** The cutout as it can be run. */
export const offer = (more: Partial<TrialOffer> = {}): TrialOffer => ({
  test: 'cutout',
  kind: 'cutout',
  title: 'Cylinder cutout by hand',
  answers: 'Which cylinder does less.',
  system: 'Engine',
  minutes: 3,
  engine: 'idling',
  risk: 1,
  hazards: ['Keep clear of belts and fan.'],
  delaySeconds: 3,
  leads: [],
  modules: [{ id: 'engine', title: 'Engine', conditions: [] }],
  why: '',
  commands: true,
  onceAKeyCycle: false,
  source: '',
  ...more,
})

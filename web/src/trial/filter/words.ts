import type { Shown } from '../../shared/words'

/** What the board of the filter's condition says. */
export const texts = {
  ashOrSoot:
    'As much as the module reckons with: in order. More, with little soot: ash or a blocked face. Hardly anything at little flow: a crack. Nothing, or pressure that falls: a hose, or no filter.',
  byTheLoss: 'Soot by its loss',
  byTheModule: 'Soot by the module',
  clean: 'Clean',
  curve: 'Loss over flow',
  flow: 'flow, temperature taken in, %',
  full: 'Full of soot',
  howItIsFound: 'How it is told',
  idle: 'Idle',
  kpa: 'kPa',
  lastTime: 'last time',
  lost: 'lost',
  meaning: 'What the outcome means',
  nothing: '–',
  now: 'rpm now',
  wanted: 'wanted',
  noneYet: 'Nothing is taken yet.',
  pastACrack: 'Past a crack, at full flow',
  plusMinus: (a: Shown) => `± ${a}`,
  reckoned: 'As the module reckons',
  rpm: (a: Shown) => `${a} rpm`,
  speed: 'Speed',
  theLine:
    'With the engine standing the sensor’s zero is taken. Then what the filter loses at each speed is compared at one flow and temperature: through wall and soot it grows in proportion. Against it stands a clean one, and one with the soot that the module reckons with.',
  thisFilter: 'This filter',
  zero: 'Zero',
}

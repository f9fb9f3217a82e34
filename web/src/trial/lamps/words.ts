import type { Shown } from '../../shared/words'
import type { Eye } from './seen'

/** What the eye can have seen, as it is chosen. */
export const eyes: Record<Eye, string> = {
  LIT_THEN_OUT: 'Lit, then went out',
  NEVER_LIT: 'Never lit',
  STAYED_LIT: 'Stayed lit',
  DID_NOT_LOOK: 'Did not look',
}

/** What the board of the lamp check says. */
export const texts = {
  aLampThatNeverLightsWarns:
    'A lamp that never lights warns of nothing. It often points to the supply of the module that commands it.',
  commandedOnAndDarkTheLamp:
    'Commanded on and dark: the lamp, its wire or the instruments. Dark, and its module silent: supply and ground of that module. Always lit: a module keeps it on, or the wire is shorted.',
  howItIsJudged: 'How it is judged',
  off: 'off',
  on: 'on',
  onThenOff: 'on, then off',
  saysNothingOfIt: (a: Shown) => `${a}: says nothing of it`,
  silent: (a: Shown) => `${a}: silent`,
  toldAndDid: (a: Shown, b: Shown) => `${a}: ${b}`,
  whatTheDid: (a: Shown) => `What the ${a} did`,
  whyLookAtLamps: 'Why look at lamps',
  you: (a: Shown) => ` · you: ${a}`,
}

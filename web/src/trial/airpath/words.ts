import type { Shown } from '../../shared/words'

/** What the board of the air path says. */
export const texts = {
  actuator: 'Actuator',
  answers: (a: Shown) => `Answers to: ${a}`,
  back: 'back',
  charge: 'Charge',
  chargeAtSpeed: 'Charge that the turbocharger makes at its speed, of a tight engine',
  combination:
    'Moves and is answered: in order. Moves and nothing answers: blocked or leaking behind it. Does not move: the actuator, its air or its circuit. Nothing answers anywhere: the sensors or their supply first.',
  commanded: 'commanded',
  exhaust: 'Exhaust',
  flow: 'Recirculated gas',
  howItIsFound: 'How it is told',
  meaning: 'What the outcome means',
  moved: 'moves now',
  noneYet: 'No actuator was moved yet.',
  nothing: '–',
  position: 'Position',
  seconds: 'seconds',
  sound: 'sound',
  soundEngine: 'a sound engine in this air',
  stages: { ZERO: 'Zero', START: 'Start', STEADY: 'Steady' },
  theWay:
    'With the engine standing the zeros of both sensors are taken. At raised idle every actuator stands at its base; one at a time goes out and comes back. What changes is compared with the nominal engine at this pressure and temperature of the air.',
  thisEngine: 'this engine',
  upTo: (a: Shown) => `${a} %`,
  verdict: 'Verdict',
}

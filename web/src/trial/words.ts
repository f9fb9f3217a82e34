import type { Shown } from '../shared/words'
import type { CutoutView } from '../api/client'

/** Verdicts as they are read. */
export const verdicts: Record<CutoutView['verdict'], string> = {
  PASS: 'Pass',
  FAIL: 'Fail',
  CANNOT_TELL: 'Cannot tell',
}

export const preconditions = { HOLDS: 'holds', FAILS: 'does not', NOT_KNOWN: 'not known' } as const

/** What the screens of this area say. */
export const texts = {
  notAvailable: 'not available',
  about3MinEngineIdling: 'about 3 min, engine idling',
  aCylinderThatIsOffDoes:
    'A cylinder that is off does no work. Speed falls for a moment, then the governor adds fuel to the others until speed is back. What it adds is the share of the one that is off; 100 % is the median cylinder.',
  allAlikeWithinTheNoiseBelow: (a: Shown) =>
    `All alike within the noise. Below ${a} % and clear of the noise a cylinder is weak. Common practice, no source.`,
  allFire: 'All fire',
  allowThreeAtATime: 'Allow three at a time',
  allTests: 'All tests',
  aTestStartsOnlyWhenEvery:
    'A test starts only when every precondition holds. Whatever is held is shown in the amber strip; Esc lets go of it from any page.',
  begin: 'Begin',
  byEar: (a: Shown) => `by ear: ${a}`,
  callTheRollFirst: 'Call the roll first',
  checkTheConditions: 'Check the conditions',
  checkTheConditionsAgain: 'Check the conditions again',
  cutout: 'Cutout',
  cylinder: (a: Shown) => `Cylinder ${a}`,
  cylinderCutoutByHand: 'Cylinder cutout by hand',
  cylinderOff: (a: Shown) => `Cylinder ${a} off`,
  doneInThisJob: 'Done in this job',
  eachCylindersShareOfTheWork: "Each cylinder's share of the work",
  endIt: 'End it',
  engineSpeed: 'Engine speed',
  farView: 'Far view ',
  fuelling: 'fuelling',
  fuelling2: 'Fuelling',
  heardAChange: 'Heard a change?',
  hookUpFirst: 'Hook up first',
  howItIsFound: 'How it is found',
  inMgAStrokeRightDashed: ' in mg a stroke (right, dashed)',
  inRpmLeftAnd: ' in rpm (left) and ',
  itsLiveValues: 'Its live values',
  itStands: 'It stands',
  itWorks: 'it works',
  letAllCylindersFire: 'Let all cylinders fire',
  letAllFire: 'Let all fire',
  letItFire: 'Let it fire',
  next: 'Next',
  no: 'no',
  noDifference: 'no difference',
  noneYet: 'None yet.',
  normal: 'Normal',
  now: 'Now',
  off: (a: Shown) => `${a} off`,
  off2: 'off',
  offFor: 'Off for',
  oneMoment: 'One moment.',
  openTheTest: (a: Shown) => `Open the test, ${a}`,
  openTheTest2: 'Open the test',
  preconditions: 'Preconditions',
  rotatingPartsKeepClearOfBelts: 'Rotating parts. Keep clear of belts and fan until the lamp goes out.',
  rpmLost: (a: Shown) => `${a} rpm lost`,
  safety: 'Safety',
  singleCylindersAreSwitchedOffAnd:
    'Single cylinders are switched off and on while you listen. What each does shows in the speed that is lost and the fuel that the governor adds. At the end, on Esc and on every fault, all fire again.',
  speed: 'Speed',
  speedAndFuellingAreKnownWith:
    'Speed and fuelling are known with all firing: switch off a cylinder, hold it for six seconds, switch it on, wait four.',
  switchOff: 'Switch off',
  takeTheSeatFirstItIs: 'Take the seat first: it is at the top, on the right.',
  tests: 'Tests',
  testsDone: 'Tests done',
  thePackOfThisUnitNames:
    'The pack of this unit names no such control. Call the roll, so that the unit is known.',
  theUnitIsMadeToDo:
    'The unit is made to do something, and its response is judged against what physics expects: pass, fail or cannot tell, with the evidence.',
  waitingUntilTheGovernorHasCome: 'Waiting until the governor has come to rest.',
  weak: 'weak',
  whatItDoesOpensASession:
    "What it does: opens a session with the engine's module and, one by one, stops the fuel of the cylinders that you choose. It takes about three minutes. Rotating parts: keep clear of belts and fan.",
  whatTheyAre: 'What they are',
  yes: 'yes',
}

import type { Shown as Figure } from '../shared/quantity'
import type { Shown } from '../shared/words'
import type { TraceLog, TraceView } from '../api/client'

/** Where a guide stands, in a word. */
export const stands: Record<TraceView['state'], string> = {
  UNDER_WAY: 'Under way',
  SET_ASIDE: 'Set aside',
  FOUND: 'Found',
  NOT_HERE: 'Not here',
  CANNOT_TELL: 'Cannot tell',
  CHANGED: 'Guide changed',
}

/** Who or what answered a check. */
export const answeredBy: Record<TraceLog['how'], string> = {
  UNIT: 'read from the unit',
  PERSON: 'seen',
  METER: 'measured',
  ASSUMED: 'assumed',
  BACK: 'gone back',
  SET_ASIDE: 'set aside',
}

/** A limit as it is read: "4.75 to 5.25 V", "0.1 V at most". */
export function limits(
  from: number | undefined | null,
  to: number | undefined | null,
  unit: string,
  show: (value: number, unit: string, decimals: number) => Figure = (value) => ({
    figure: String(value),
    unit,
  }),
): string {
  const shown = (value: number) => show(value, unit, String(value).split('.')[1]?.length ?? 0)
  const low = from == null ? undefined : shown(from)
  const high = to == null ? undefined : shown(to)
  if (low && high) return `${low.figure} to ${high.figure} ${high.unit}`
  return low ? `${low.figure} ${low.unit} at least` : `${high?.figure ?? ''} ${high?.unit ?? unit} at most`
}

/** What the path says of tracing. */
export function tracing(traces: { state: TraceView['state'] }[]): string {
  const open = traces.filter((t) => t.state === 'UNDER_WAY').length
  const found = traces.filter((t) => t.state === 'FOUND').length
  if (open > 0) return `${open} under way`
  if (found > 0) return `${found} found`
  return traces.length > 0 ? `${traces.length} done` : 'not begun'
}

/** What the screens of this area say. */
export const texts = {
  busLow: 'bus low',
  busHigh: 'bus high',
  aGuideCanBeLeftAnd:
    'A guide can be left and gone on with on another day. What was skipped as assumed says so in the report.',
  allGuides: 'All guides',
  allParts: 'All parts',
  answeredByTheVerdictOfThe: 'Answered by the verdict of the test.',
  aNumberSuchAs498: 'A number, such as 4.98.',
  askTheUnitAgain: 'Ask the unit again',
  assumeIt: 'Assume it',
  backOneCheck: 'Back one check',
  beginItAnew: 'Start it again',
  beginWithTheComplaintOrWith: (a: Shown) => `${a}Begin with the complaint or with a part.`,
  begunInThisJob: 'Begun in this job',
  belongsTo: 'Belongs to',
  blackLead: 'Black lead',
  byComplaint: 'By complaint',
  byComplaintWithoutAFault: 'By complaint, without a fault',
  circuitOf: (a: Shown) => `Circuit of ${a}`,
  circuitOfWhatWasFound: 'Circuit of what was found',
  circuitSheet: (a: Shown) => `Circuit sheet: ${a}`,
  colour: 'Colour',
  contacts: 'Contacts',
  drawingIt: 'Drawing it.',
  enterIt: 'Enter it',
  farView: 'Far view ',
  forTodaysLeads: "For today's leads",
  from: 'From',
  goneBackFrom: ', gone back from',
  guidesComeWithThePackOf: 'Guides come with the pack of the unit, which is not known yet. ',
  hookedUpTheSignalsShowWhat: ' Hooked up, the signals show what the module makes of them.',
  hookUp: 'Hook up',
  hookUpAndCallTheRoll: 'Hook up and call the roll',
  itCouldNotBeDrawnThe: 'It could not be drawn; the table below has it all.',
  itsCircuit: 'Its circuit',
  itsWholeNet: 'Its whole net',
  key: (a: Shown, b: Shown) => `, key ${a}, ${b}`,
  key2: (a: Shown, b: Shown, c: Shown) => `${a}, key ${b}. ${c}`,
  leaveIt: 'Leave it',
  liveValuesOfIt: 'Live values of it',
  measuringIt: 'Measuring it',
  mm: 'mm²',
  mmFromTo: (a: Shown, b: Shown, c: Shown, d: Shown) => `${a}, ${b} mm², from ${c} to ${d}.`,
  mustRead: 'Must read',
  next: 'Next',
  noEndOpenCircuit: 'No end, open circuit',
  noFaultBelongsToToday: 'No fault belongs to today. ',
  noFigure: ' no figure',
  noGuideForItInThe: 'no guide for it in the pack',
  normal: 'Normal',
  nothingFitsTypeLess: 'Nothing fits. Type less.',
  nothingIsLost: 'Nothing is lost',
  notHookedUpTheUnitAnswers: 'Not hooked up. The unit answers this itself once it is.',
  noValueJustNowASensor: 'No value just now: a sensor error, or no module sends it.',
  number: 'Number',
  off: 'off',
  ohmsOnAStillWireCan:
    'Ohms on a still wire can deceive: of 22 strands, three are enough for a good reading. Measure the volts that are lost along it while the current flows.',
  on: 'on',
  oneMoment: 'One moment.',
  openCheck: 'Open check',
  orSayItYourself: 'Or say it yourself:',
  print: 'Print',
  rating: 'Rating',
  readTheFaultsAgain: 'Read the faults again',
  redLead: 'Red lead',
  searchTheParts: 'Search the parts',
  searchTheParts2: 'Search the parts  /',
  setAsideAnyAnswerTakesIt: (a: Shown) => `Set aside: ${a} Any answer takes it up again.`,
  setItAside: 'Set it aside',
  setTheGuideAside: 'Set the guide aside',
  showAllAlike: 'Show all alike',
  signOff: 'Sign-off',
  skipAsAssumed: 'Skip as assumed',
  stepByStepFromAFault:
    'Step by step from a fault to the bad part. What the unit can answer is read from it; what only hands and a meter can answer is asked.',
  takeItsVerdict: 'Take its verdict',
  takenForGranted: 'Taken for granted',
  thatStandsForVNominal: (a: Shown) => `; that stands for ${a} V, nominal`,
  theFaultsHaveNotBeenRead: 'The faults have not been read yet. ',
  theGuideHasComeToIts:
    'The guide has come to its end. What it rests on stands above, with who or what answered.',
  theMeterReads: (a: Shown) => `The meter reads, ${a}`,
  theModuleMakesOfIt: (a: Shown, b: Shown) => `The module makes ${a} ${b} of it`,
  thePackHasChangedThisGuide:
    'The pack has changed this guide since, so it cannot be gone on with. What happened stands above. ',
  theReportSaysThatItWas: 'The report says that it was assumed, and why.',
  theUnit: 'the unit',
  theUnitIsAsked: 'The unit is asked.',
  theUnitItselfByWhatIs:
    'The unit itself, by what is heard from it. You may answer too; the report says who did.',
  theWaySoFar: 'The way so far',
  thickFramesAndFilledContactsAre:
    'Thick frames and filled contacts are its own. Choose a wire to see its whole net, or a plug to see what is connected to it.',
  thisJobCanOnlyBeRead: 'This job can only be read.',
  to: (a: Shown, b: Shown, c: Shown) => `${a} to ${b}: ${c}`,
  to2: 'To',
  toLeaveItForAnotherDay:
    'To leave it for another day you need do nothing: it waits where it stands. Set it aside if it will not be continued.',
  toTheRoll: 'To the roll',
  toTheTests: 'To the tests',
  trace: 'Trace',
  traceIt: 'Trace it',
  traceItStepByStep: 'Trace it, step by step',
  whatItIs: 'What it is',
  whereItSits: 'Where it sits',
  whereToStart: 'Where to start',
  whileTheEngine: (a: Shown, b: Shown, c: Shown, d: Shown) => `${a}: ${b} while the engine ${c}, ${d}.`,
  whoAnswers: 'Who answers',
  why: 'Why',
  wire: (a: Shown) => `Wire ${a}`,
  wireMmTo: (a: Shown, b: Shown, c: Shown, d: Shown) => `Wire ${a}, ${b} mm², ${c} to ${d}`,
  wires: 'Wires',
  you: 'You.',
  youLookOnFollowingAGuide: 'You look on: following a guide needs the right to read.',
  yourMeterTheReadingIsJudged: 'Your meter. The reading is judged against the limit and kept.',
}

/** What the board of the exhaust cooler says. */
export const texts = {
  before: 'Gas before it',
  behind: 'Gas behind it',
  clear: 'Behind a clear one',
  coolant: 'Coolant',
  flow: 'Gas, of a clear one',
  flowOrCooling:
    'Too little gas: its passages are blocked. Enough gas and too little heat: it is fouled, or its coolant does not flow. A set point that was not taken: the air path test says why.',
  gasOverTime: 'Gas behind the cooler over time',
  heat: 'Heat, of a clear one',
  howItIsFound: 'How it is told',
  meaning: 'What the outcome means',
  noneYet: 'Nothing was measured yet.',
  seconds: 'seconds',
  theHeat:
    'Speed, throttle and vanes are set in the order of the pack, then the recirculation is opened. Once the gas behind the cooler is steady, its flow is compared with that of the nominal engine in this air, and from flow and the three temperatures comes the heat that it passes a kelvin.',
}

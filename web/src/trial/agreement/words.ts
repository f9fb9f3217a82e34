/** What the board of the agreement of sensors says. */
export const texts = {
  asItMust: 'as it must',
  howItIsFound: 'How it is found',
  sensorsWatchEachOther:
    'Sensors watch each other. Each must read what the others leave room for; the bar is what it may be off by, the shaded band what all the others allow. The few causes are named that would make all the rest agree.',
  stood: 'When it tells most',
  keyOnAfterANight:
    'Key on after a night, before the first start: everything is as warm as the air and no pressure is built. A unit that was driven an hour ago tells nothing of its temperatures.',
}

/**
 * What is heard from the other side of the engine: something is held, let go of, asks to be looked at, or could not be
 * let go of for certain.
 */
export type Tone = 'held' | 'free' | 'look' | 'alarm'

const NOTES: Record<Tone, number[]> = {
  held: [520, 390],
  free: [390, 520],
  look: [780, 780, 780],
  alarm: [980, 650, 980, 650],
}
const NOTE_S = 0.16
const GAP_S = 0.05
const LOUD = 0.5

let audio: AudioContext | undefined

/** Plays a tone, less than a second long. A browser that plays none leaves it out: everything is also written. */
export function play(tone: Tone) {
  if (typeof AudioContext === 'undefined') return
  audio ??= new AudioContext()
  const now = audio.currentTime
  NOTES[tone].forEach((hertz, i) => {
    if (!audio) return
    const from = now + i * (NOTE_S + GAP_S)
    const note = new OscillatorNode(audio, { type: 'triangle', frequency: hertz })
    const volume = new GainNode(audio, { gain: LOUD })
    // Falls away instead of ending hard, which would click.
    volume.gain.setValueAtTime(LOUD, from)
    volume.gain.linearRampToValueAtTime(0, from + NOTE_S)
    note.connect(volume).connect(audio.destination)
    note.start(from)
    note.stop(from + NOTE_S)
  })
}

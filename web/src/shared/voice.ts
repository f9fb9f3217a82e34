/** Says something aloud where the browser has a voice of its own; everything is also written. */
export function speak(text: string) {
  if (typeof speechSynthesis === 'undefined' || text === '') return
  // What is said now matters more than what was begun.
  speechSynthesis.cancel()
  const words = new SpeechSynthesisUtterance(text)
  words.lang = 'en'
  speechSynthesis.speak(words)
}

/**
 * As much of a label as has room: whole, without its last words, or its number alone, by which
 * neighbours are told apart.
 *
 * @param room in pixels; beside a neighbour it may be less than none
 * @param width of a text in pixels
 */
export function fitting(text: string, room: number, width: (text: string) => number): string {
  const words = text.split(' ')
  const numbered = /\d/.test(text)
  for (let n = words.length; n > 0; n--) {
    const part = words.slice(0, n).join(' ')
    if (width(part) <= room && (!numbered || /\d/.test(part))) return part
  }
  const number = words.find((w) => /^\d+$/.test(w)) ?? ''
  return width(number) <= room ? number : ''
}

// Words in the window that are cut off, lie under something else or stick out, each as a sentence.
const found = []
const says = (what, element, words) => {
  const place = element.closest('[aria-label]')
  found.push(`${what}: "${words.trim().slice(0, 60)}" in ${place ? place.getAttribute('aria-label') : 'the page'}`)
}
// A word whose middle is at the edge of what scrolls is just leaving.
const inside = (x, y, r) => x > r.left + 2 && x < r.right - 2 && y > r.top + 2 && y < r.bottom - 2
// For those who hear the page only: a dot that clips all of its words.
const unseen = (element) => {
  for (let e = element; e; e = e.parentElement) {
    const box = e.getBoundingClientRect()
    if (getComputedStyle(e).position === 'absolute' && box.width <= 1 && box.height <= 1) return true
  }
  return false
}
// What stays in the window while the rest scrolls below it may lie over it.
const stays = (element) => {
  for (let e = element; e; e = e.parentElement)
    if (['fixed', 'sticky'].includes(getComputedStyle(e).position)) return true
  return false
}
const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
for (let node = walker.nextNode(); node; node = walker.nextNode()) {
  const element = node.parentElement
  if (!node.data.trim() || !element || element.closest('svg, canvas, select, script, style, .sr-only')) continue
  if (!element.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue
  if (unseen(element)) continue
  const range = document.createRange()
  range.selectNodeContents(node)
  for (const r of range.getClientRects()) {
    const x = (r.left + r.right) / 2
    const y = (r.top + r.bottom) / 2
    if (r.width < 2 || y < 0 || y > innerHeight) continue
    let clipped = false
    for (let e = element; e; e = e.parentElement) {
      const style = getComputedStyle(e)
      const box = e.getBoundingClientRect()
      if (/auto|scroll/.test(style.overflowX + style.overflowY)) {
        if (!inside(x, y, box)) clipped = true
        break
      }
      if (/hidden|clip/.test(style.overflowX) && style.display !== 'inline') {
        // A word that is shortened on purpose tells the whole of itself.
        if ((r.right > box.right + 1 || r.left < box.left - 1) && !e.title && !element.title)
          says('cut off', element, node.data)
        if (!inside(x, y, box)) clipped = true
      }
    }
    if (clipped) continue
    if (r.right > innerWidth + 1 || r.left < -1) says('sticks out', element, node.data)
    const top = document.elementFromPoint(x, y)
    if (top && top !== element && !element.contains(top) && !top.contains(element) && !stays(top))
      says(`covered by ${top.localName} "${(top.getAttribute('aria-label') ?? top.textContent).trim().slice(0, 30)}"`, element, node.data)
  }
}
return [...new Set(found)].slice(0, 12)

/** What stands this close to the view is drawn already. */
const MARGIN_PX = 200

const told = new WeakMap<Element, (near: boolean) => void>()
let observer: IntersectionObserver | undefined

function shared(): IntersectionObserver | undefined {
  if (typeof IntersectionObserver === 'undefined') return undefined
  observer ??= new IntersectionObserver(
    (all) => {
      for (const e of all) told.get(e.target)?.(e.isIntersecting)
    },
    { rootMargin: `${MARGIN_PX}px` },
  )
  return observer
}

/** True where a node stands in view or close to it. */
export function isNear(node: Element): boolean {
  if (typeof IntersectionObserver === 'undefined') return true
  const box = node.getBoundingClientRect()
  return box.bottom > -MARGIN_PX && box.top < window.innerHeight + MARGIN_PX
}

/**
 * Tells when a node comes near the view and when it leaves it, so that a page may hold hundreds of things that change
 * and draw only those that are seen. Where the browser cannot tell, nothing is told: {@link isNear} says true there.
 *
 * @returns ends it
 */
export function watchNear(node: Element, tell: (near: boolean) => void): () => void {
  const by = shared()
  told.set(node, tell)
  by?.observe(node)
  return () => {
    by?.unobserve(node)
    told.delete(node)
  }
}

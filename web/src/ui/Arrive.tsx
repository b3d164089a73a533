import { useEffect, useRef, useState } from 'react'
import { useLocation, useMatches } from 'react-router'

const HOUSE = 'Firmitas'

/** What a route calls its view, in its handle. */
interface Titled {
  title?: string
}

/**
 * On every change of page: the window's title says where one is, the focus goes to the heading, and those who do not see
 * the screen are told. On the first page of all only the title is set.
 */
export function Arrive() {
  const { pathname } = useLocation()
  const view = useMatches()
    .map((m) => (m.handle as Titled | undefined)?.title)
    .findLast(Boolean)
  const [told, tell] = useState('')
  const before = useRef(pathname)
  useEffect(() => {
    const main = document.getElementById('main')
    if (!main) return
    const arrived = () => {
      const heading = main.querySelector('h1')
      if (!heading) return false
      const name = heading.textContent.trim()
      const where = view && view !== name ? `${view}: ${name}` : name
      document.title = `${where} · ${HOUSE}`
      if (before.current !== pathname) {
        before.current = pathname
        tell(where)
        heading.tabIndex = -1
        heading.focus({ preventScroll: true })
        window.scrollTo({ top: 0 })
      }
      return true
    }
    if (arrived()) return
    const watch = new MutationObserver(() => {
      if (arrived()) watch.disconnect()
    })
    watch.observe(main, { childList: true, subtree: true })
    return () => watch.disconnect()
  }, [pathname, view])
  return (
    <p role="status" className="sr-only">
      {told}
    </p>
  )
}

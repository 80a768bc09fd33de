/** Each screen has a title of its own, and whoever comes to it by the keys begins at its heading. */
import { useEffect, useRef } from 'react'
import { useLocation } from 'react-router'

const PRODUCT = 'Vein Mend'

/** Puts the keys on the heading where they are nowhere or on the link that led here; a field that has taken them keeps them. */
function beginAt(heading: HTMLElement): void {
  const at = document.activeElement
  if (at !== null && at !== document.body && !at.matches('a[href]')) return
  heading.tabIndex = -1
  heading.focus({ preventScroll: true })
}

/** The words of a heading, read without laying the page out. */
const wordsOf = (heading: HTMLElement) => heading.textContent.replace(/\s+/gu, ' ').trim()

/** @param content the id of what changes from screen to screen */
export function useScreenTold(content: string): void {
  const { pathname } = useLocation()
  const came = useRef<string | null>(null)
  useEffect(() => {
    const place = document.getElementById(content)
    if (!place) return
    // The first screen is where the browser begins anyway.
    let begins = came.current !== null && came.current !== pathname
    came.current = pathname
    const told = () => {
      const heading = place.querySelector('h1')
      watch(heading)
      const words = heading ? wordsOf(heading) : ''
      const title = words === '' ? PRODUCT : `${words} · ${PRODUCT}`
      if (document.title !== title) document.title = title
      if (heading && begins) {
        begins = false
        beginAt(heading)
      }
    }
    const watching = new MutationObserver(told)
    // Once it has its heading, only that is watched and what comes in its screen's place: watching all slows every drawing.
    const watch = (heading: HTMLElement | null) => {
      watching.disconnect()
      watching.observe(place, { childList: true, subtree: heading === null })
      if (heading)
        watching.observe(heading, { childList: true, subtree: true, characterData: true })
    }
    told()
    return () => watching.disconnect()
  }, [content, pathname])
}

import { MOST_SELECTED, type Presence } from '@/core/people/presence'
import { useBench } from '@/studio/state/bench'
import { peopleApi } from '@/studio/state/people-api'
import { dropSilent, forgetOthers, useOthers, WINDOW } from '@/studio/state/presence'
import { useProject } from '@/studio/state/project'
import { useView } from '@/studio/state/view'

/** No oftener than this: the hand is followed well enough by eye. */
const EVERY_MS = 120
/** Who says nothing would be taken for gone. */
const BEAT_MS = 5000

function presenceNow(gone: boolean): Omit<Presence, 'who'> {
  const { session, levelId, selection } = useBench.getState()
  const { center, pxPerMm, width } = useView.getState()
  const at = session.cursor?.at ?? session.raw?.at ?? null
  return {
    window: WINDOW,
    at: at && { x: at.x, y: at.y },
    view: { center, widthMm: Math.max(width, 1) / pxPerMm },
    levelId,
    selection: selection.slice(0, MOST_SELECTED),
    gone,
  }
}

/** Tells the others where this window looks and points, where people sign in; moves the view where it follows somebody. */
export function followPresence(): () => void {
  let timer: ReturnType<typeof setTimeout> | null = null
  let told = ''
  const isSigned = () => useProject.getState().you.id !== 'local' && useProject.getState().id !== ''
  const tell = (gone = false) => {
    if (isSigned()) void peopleApi.tellPresence(useProject.getState().id, presenceNow(gone)).catch(() => undefined)
  }
  const tellSoon = () => {
    timer ??= setTimeout(() => {
      timer = null
      const now = JSON.stringify(presenceNow(false))
      if (now === told || document.hidden) return
      told = now
      tell()
    }, EVERY_MS)
  }
  const beat = setInterval(() => {
    dropSilent()
    if (!document.hidden) tell()
  }, BEAT_MS)
  const leave = () => tell(true)
  window.addEventListener('pagehide', leave)
  const stops = [
    useBench.subscribe(tellSoon),
    useView.subscribe(tellSoon),
    useProject.subscribe(({ id }, before) => {
      if (id === before.id) return
      forgetOthers()
      tellSoon()
    }),
    useOthers.subscribe(({ windows, followed }) => {
      const other = followed === null ? undefined : windows.get(followed)
      if (!other) return
      const { width } = useView.getState()
      useView.setState({ center: other.view.center, pxPerMm: Math.max(width, 1) / other.view.widthMm })
    }),
  ]
  tellSoon()
  return () => {
    leave()
    if (timer) clearTimeout(timer)
    clearInterval(beat)
    window.removeEventListener('pagehide', leave)
    for (const stop of stops) stop()
  }
}

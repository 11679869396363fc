import { useEffect } from 'react'
import { nextCandidate, pointAgain } from '@/studio/board/pointing'
import { workbench } from '@/studio/board/workbench'
import { lookAtOnly, setCatchNothing, useBench } from '@/studio/state/bench'
import { whereNow } from '@/studio/state/now'
import { useProject } from '@/studio/state/project'
import { panBy } from '@/studio/state/view'
import { COMMANDS } from './commands'
import { toolOfKey } from './keys'

const STEP_PX = 60

export function useKeys(): void {
  useEffect(() => {
    const down = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.altKey) return
      // Undo belongs to a field while it is typed in.
      if (isTyping(event.target)) {
        if (event.key === 'Shift') workbench.update({ held: true })
        if (event.key === 'Control') holdCatching(true)
        return
      }
      if (document.querySelector('[role="dialog"], [role="listbox"]')) return
      if (act(event)) event.preventDefault()
    }
    const up = ({ key }: KeyboardEvent) => {
      if (key === 'Shift') workbench.update({ held: false })
      if (key === 'Control') holdCatching(false)
      if (key === ' ') lookAtOnly(null)
    }
    const away = () => {
      workbench.update({ held: false })
      holdCatching(false)
      lookAtOnly(null)
    }
    window.addEventListener('keydown', down)
    window.addEventListener('keyup', up)
    window.addEventListener('blur', away)
    return () => {
      window.removeEventListener('keydown', down)
      window.removeEventListener('keyup', up)
      window.removeEventListener('blur', away)
    }
  }, [])
}

/** While it is held the mouse alone says where a point falls. */
function holdCatching(catchNothing: boolean): void {
  if (setCatchNothing(catchNothing)) pointAgain()
}

const isTyping = (target: EventTarget | null): boolean =>
  (target instanceof HTMLInputElement && target.type !== 'checkbox') || target instanceof HTMLTextAreaElement

/** @returns whether the key meant something */
function act(event: KeyboardEvent): boolean {
  const { key } = event
  if (key === 'Control') {
    holdCatching(true)
    return false
  }
  if (key === ' ' && !isControl(event.target)) {
    lookAtOnly(event.ctrlKey ? 'layer' : event.shiftKey ? 'tracing' : 'sheets')
    return true
  }
  if (event.ctrlKey || event.metaKey) return runCommand(`Ctrl+${event.shiftKey ? 'Shift+' : ''}${key.toLowerCase()}`)
  if (startTyping(key)) return true
  // Enter and Space work the button that has the focus.
  if ((key === 'Enter' || key === ' ') && isControl(event.target)) return false
  const move = ARROWS[key]
  if (move && !hasArrows(event.target)) {
    if (workbench.arrow({ x: -move[0], y: move[1] }, event.shiftKey)) return true
    panBy(move[0] * STEP_PX, move[1] * STEP_PX)
    return true
  }
  switch (key) {
    case 'Shift':
      workbench.update({ held: true })
      return false
    case 'Enter':
      workbench.enter()
      return true
    case 'Escape':
      workbench.escape()
      return true
  }
  if (workbench.key(key.toLowerCase())) return true
  if (key.toLowerCase() === 'n') {
    nextCandidate()
    return true
  }
  if (runCommand(key)) return true
  const tool = toolOfKey(key.toLowerCase(), useBench.getState().step)
  if (!tool || !useProject.getState().may.has(tool.needs ?? 'edit')) return false
  workbench.take(tool)
  // What follows is for the tool: Enter must not work a button that was pressed before.
  document.querySelector<HTMLElement>('.board')?.focus({ preventScroll: true })
  return true
}

/** @returns whether keys belong to a command that can be done now */
function runCommand(keys: string): boolean {
  const command = COMMANDS.find((each) => each.keys.includes(keys))
  if (!command || (command.when && !command.when(whereNow()))) return false
  command.run()
  return true
}

const ARROWS: Record<string, readonly [number, number]> = {
  ArrowLeft: [1, 0],
  ArrowRight: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

const isControl = (target: EventTarget | null): boolean =>
  target instanceof Element &&
  target.closest('button, a, input, [role="button"], [role="slider"], [role="combobox"]') !== null

/** Whether what has the focus does something with the arrows itself; a plain button doesn't. */
const hasArrows = (target: EventTarget | null): boolean =>
  target instanceof Element &&
  target.closest(
    'input, [role="slider"], [role="combobox"], [role="menu"], [role="grid"], [role="tablist"], [role="radiogroup"]',
  ) !== null

/** While something is being drawn, figures go straight into the first field of the bench, and letters where it takes words. */
function startTyping(key: string): boolean {
  const field = document.querySelector<HTMLInputElement>('input[data-first]')
  if (!field || !(field.dataset.first === 'words' ? /^[^\s]$/ : /^[\d.,'"(]$/).test(key)) return false
  const name = field.name.replace('bench-', '')
  workbench.update({ typed: { ...useBench.getState().session.typed, [name]: key } })
  field.focus()
  requestAnimationFrame(() => field.setSelectionRange(field.value.length, field.value.length))
  return true
}

import { workbench } from '@/studio/board/workbench'
import { FINDERS, TOOLS } from '@/studio/features/registry'
import { drawerOf } from '@/studio/kernel/drawer'
import type { Findable } from '@/studio/kernel/find'
import type { Now } from '@/studio/kernel/now'
import { commandsNow, shownKeys } from '../commands'
import { isOffered, keyIn } from '../keys'

/** Everything that can be found where somebody is: tools, commands, and what features bring. */
export function findables(now: Now): Findable[] {
  const tools = TOOLS.filter(
    (tool) => tool.steps.length > 0 && isOffered(tool, { ofPart: now.part !== null, may: now.may }),
  ).map(
    (tool): Findable => ({
      id: `tool ${tool.name}`,
      word: tool.word,
      about: tool.drawer ? `tool: ${drawerOf(tool.drawer).word}` : 'tool',
      also: tool.also ?? [],
      keys: keyIn(tool, now.step)?.toUpperCase() ?? '',
      run: () => workbench.take(tool),
    }),
  )
  const commands = commandsNow(now).map(
    (command): Findable => ({
      id: `command ${command.name}`,
      word: command.word,
      about: command.does,
      also: command.also ?? [],
      keys: shownKeys(command),
      run: command.run,
    }),
  )
  return [...tools, ...commands, ...FINDERS.flatMap(({ things }) => things?.(now) ?? [])]
}

/** The same with what was used last in front. @param recent ids, the latest first */
export function recentFirst(all: readonly Findable[], recent: readonly string[]): Findable[] {
  const place = ({ id }: Findable) => (recent.includes(id) ? recent.indexOf(id) : recent.length)
  return [...all].sort((a, b) => place(a) - place(b))
}

import type { Command } from 'commander'
import { proposeWalls } from '@/core/propose/walls/propose'
import type { ProposedWall } from '@/core/propose/walls/proposed-wall'
import { planCommand } from '../plan-command'
import { wallsReport } from '../plan-on-page'

export function proposeWallsCommand(program: Command): void {
  const description = 'finds what looks like a wall on a page, with its openings: millimetres from its lower left'
  planCommand(program, { name: 'propose-walls', description }, ({ linework, on, lines }, least) => {
    const walls = proposeWalls(linework, on, lines).filter(({ certainty }) => certainty >= least)
    return { text: listOf(walls), json: { mmPerPt: on.mmPerPt, walls: wallsReport(walls) } }
  })
}

function listOf(walls: readonly ProposedWall[]): string {
  if (walls.length === 0) return 'Nothing on this page looks like a wall.\n'
  return walls
    .map(({ start, end, thicknessMm, certainty, openings }) => {
      const at = [start, end].map(({ x, y }) => `${Math.round(x)},${Math.round(y)}`).join(' to ')
      const count = openings.length === 1 ? '1 opening' : `${openings.length} openings`
      return `${at}\t${Math.round(thicknessMm)} mm\t${count}\t${Math.round(certainty * 100)} % sure\n`
    })
    .join('')
}

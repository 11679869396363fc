import { readdir, symlink, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { inScratch, program } from './producers'

/** What another program finds in a STEP file. Millimetres. */
export interface JudgedStep {
  readonly volumeMm3: number
  readonly faces: number
  readonly solids: number
  readonly from: readonly [number, number, number]
  readonly to: readonly [number, number, number]
}

const LIBRARIES = '/usr/lib/x86_64-linux-gnu'
const RESOURCES = '/usr/share/opencascade/resources'

/** Reads a STEP file with Debian's occt-draw. */
export const judgeStep = (bytes: Uint8Array): Promise<JudgedStep> =>
  inScratch(async (folder) => {
    const path = join(folder, 'part.step')
    await writeFile(path, bytes)
    const script = join(folder, 'judge.tcl')
    const words = [
      'pload MODELING DATAEXCHANGE',
      `stepread ${path} a *`,
      'puts [vprops a_1 -full]',
      'puts [nbshapes a_1]',
    ]
    await writeFile(script, [...words, 'puts "bounds [bounding a_1]"', 'exit'].join('\n'))
    // It looks for its libraries by the names that only the packages for developers have.
    for (const name of await readdir(LIBRARIES))
      if (/^libTK\w+\.so\.7$/.test(name)) await symlink(join(LIBRARIES, name), join(folder, name.slice(0, -2)))
    const settings = [
      `LD_LIBRARY_PATH=${folder}`,
      `DRAWHOME=${RESOURCES}/DrawResources`,
      `DRAWDEFAULT=${RESOURCES}/DrawResources/DrawDefault`,
      `CSF_DrawPluginDefaults=${RESOURCES}/DrawResources`,
      `CSF_OCCTResourcePath=${RESOURCES}`,
      `CSF_STEPDefaults=${RESOURCES}/XSTEPResource`,
      `CSF_XSMessage=${RESOURCES}/XSMessage`,
      `CSF_SHMessage=${RESOURCES}/SHMessage`,
    ]
    const said = await program('env', ...settings, 'occt-draw-7.6', '-b', '-f', script)
    const figure = (pattern: RegExp): number => Number(said.match(pattern)?.[1])
    const [x1, y1, z1, x2, y2, z2] = said
      .match(/bounds (.*)/)![1]!
      .trim()
      .split(/\s+/)
      .map(Number) as number[]
    return {
      volumeMm3: figure(/Mass :\s+([\d.eE+-]+)/),
      faces: figure(/FACE\s+: (\d+)/),
      solids: figure(/SOLID\s+: (\d+)/),
      from: [x1!, y1!, z1!],
      to: [x2!, y2!, z2!],
    }
  })

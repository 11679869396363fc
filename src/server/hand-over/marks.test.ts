import { expect, it } from 'vitest'
import { HAND_OVER_FORMATS } from '@/core/formats/hand-over'
import { readDxf } from '../../../tests/support/ezdxf'
import { steelFrame } from '../../../tests/support/frame'
import { handOver } from './write'

const project = { id: 'f', name: 'Frame', records: [...steelFrame().values()] }
const made = async (name: string, on = {}) =>
  handOver(project, HAND_OVER_FORMATS.find((each) => each.name === name)!, on)
const text = async (name: string, on = {}) => new TextDecoder().decode(await made(name, on))

it('a piece goes by one mark in the cut list, the IFC, the STEP, and on the drawings of its plane', async () => {
  const [head, ...rows] = (await text('csv-cut-list')).replace('\uFEFF', '').trim().split('\r\n')
  const column = head!.split(',').indexOf('Mark')
  const marks = rows.slice(0, -1).map((row) => row.split(',')[column]!)
  const ifc = await text('ifc')
  const step = await text('step-frame')
  for (const mark of marks) {
    expect(ifc).toMatch(new RegExp(`=IFC(BEAM|COLUMN|MEMBER)\\('[^']{22}',\\$,'${mark}',[^;]*,'${mark}',\\.`))
    expect(step).toContain(`'${mark} `)
  }
  const plane = (await readDxf(await made('dxf-plane'))).texts.filter((each) => marks.includes(each))
  expect(plane.length).toBeGreaterThan(1)
  const svg = await text('svg', { level: 'plane', paper: 'A3' })
  for (const mark of plane) expect(svg).toContain(`>${mark}<`)
})

import { describe, expect, it } from 'vitest'
import { outriggerPlate } from '../../../../demo/sheets/outrigger-plate'
import { byCairo, byChromium } from '../../../../tests/support/producers'
import { readSheet } from '../../../../tests/support/read-sheet'
import { MM_PER_PT } from '../../units/length'
import { findCallouts, unitOfCallouts } from './find'

const circle = (x: number, y: number, diameter: number) => `<circle cx="${x}" cy="${y}" r="${diameter / 2}"/>`
const text = (words: string, x: number, y: number) => `<text x="${x}" y="${y}">${words}</text>`

/** A plate of 120 by 80 mm at 1:1, with notes; the sign of the counterbore is drawn by lines; the two holes on the right are drawn smaller than stated. */
const PLATE = `<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="120mm" viewBox="0 0 200 120">
  <g fill="none" stroke="#000" stroke-width="0.35">
    <rect x="20" y="20" width="120" height="80"/>
    ${circle(30, 30, 6.6)}${circle(30, 30, 11)}${circle(30, 90, 6.6)}${circle(30, 90, 11)}
    ${circle(60, 60, 20)}${circle(100, 40, 5)}${circle(100, 80, 5)}
    ${circle(130, 30, 3)}${circle(130, 90, 3)}
    <path d="M131 29.2 L150 15 H152"/><path d="M22 110.5 V113 H25 V110.5"/>
  </g>
  <g font-family="DejaVu Sans" font-size="3.5" fill="#000">
    ${text('2x ⌀6.6 THRU', 22, 108)}${text('⌀11 ↧ 6.5', 26, 113)}
    ${text('⌀20 H7', 62, 75)}${text('2x M6 ↧ 12', 104, 60)}${text('2x ⌀8 THRU', 152, 16)}
    ${text('3x ⌀30', 150, 60)}${text('t = 12', 150, 110)}
  </g>
</svg>`

describe('what a sheet calls for', () => {
  it.each([
    ['cairo', () => byCairo(PLATE)],
    ['Chromium', () => byChromium(`<style>@page{size:200mm 120mm;margin:0}body{margin:0}</style>${PLATE}`)],
  ] as const)('is found with its circles, as %s writes it', async (_, made) => {
    const { linework } = await readSheet(await made())
    expect(unitOfCallouts(linework, MM_PER_PT, 'in')).toBe('mm')
    const found = findCallouts(linework, MM_PER_PT, 'mm')
    // Pages are laid out in their own ways: places are told from the large hole.
    const large = found.find(({ callout }) => callout.kind === 'hole' && callout.diameterMm === 20)!.circles[0]!.center
    const placed = ({ center }: { readonly center: { readonly x: number; readonly y: number } }) =>
      [60 + (center.x - large.x) * MM_PER_PT, 60 - (center.y - large.y) * MM_PER_PT].map(Math.round).join()
    const told = new Map(
      found.map(({ callout, circles }) => [
        callout.kind === 'hole' ? `${callout.count} of ${callout.diameterMm}` : callout.kind,
        circles.map(placed).sort(),
      ]),
    )
    expect(told.get('2 of 6.6')).toEqual(['30,30', '30,90'])
    expect(told.get('1 of 20')).toEqual(['60,60'])
    // A thread is drawn by its drill.
    expect(told.get('2 of 6')).toEqual(['100,40', '100,80'])
    // Its leader says which, where the size does not.
    expect(told.get('2 of 8')).toEqual(['130,30', '130,90'])
    expect(told.get('3 of 30')).toEqual([])
    expect(told.get('thickness')).toEqual([])
    const counterbored = found.find(({ text: words }) => words.startsWith('2x ⌀6.6'))!
    expect(counterbored.callout).toMatchObject({
      through: true,
      head: { kind: 'counterbore', diameterMm: 11, depthMm: 6.5 },
    })
  })

  it('is told to be in inches by what is drawn', async () => {
    const { linework } = await readSheet(await byCairo(new TextDecoder().decode(outriggerPlate())))
    expect(unitOfCallouts(linework, MM_PER_PT, 'mm')).toBe('in')
    const holes = findCallouts(linework, MM_PER_PT, 'in').filter(({ callout }) => callout.kind === 'hole')
    expect(holes.map(({ circles }) => circles.length).sort()).toEqual([1, 4])
  })
})

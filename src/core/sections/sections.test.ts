import { describe, expect, it } from 'vitest'
import { CATALOGUE, catalogued, fitsDepth, searchSections, sectionsOfDepth } from './catalogue'
import { propertiesOf } from './properties'
import { sizeOf } from './shape'

/** Published: area in cm², second moments about the level and the upright axis in cm⁴ (EN 10365, EN 10056-1, EN 10210-2). */
const METRIC: readonly (readonly [name: string, area: number, level: number, upright: number])[] = [
  ['IPE 80', 7.64, 80.1, 8.49],
  ['IPE 100', 10.3, 171, 15.9],
  ['IPE 120', 13.2, 318, 27.7],
  ['IPE 160', 20.1, 869, 68.3],
  ['IPE 200', 28.5, 1943, 142],
  ['IPE 240', 39.1, 3892, 284],
  ['IPE 300', 53.8, 8356, 604],
  ['IPE 360', 72.7, 16270, 1043],
  ['IPE 400', 84.5, 23130, 1318],
  ['IPE 500', 116, 48200, 2142],
  ['IPE 600', 156, 92080, 3387],
  ['HEA 100', 21.2, 349, 134],
  ['HEA 160', 38.8, 1673, 616],
  ['HEA 200', 53.8, 3692, 1336],
  ['HEA 240', 76.8, 7763, 2769],
  ['HEA 300', 112.5, 18260, 6310],
  ['HEA 400', 159, 45070, 8564],
  ['HEA 600', 226.5, 141200, 11270],
  ['HEB 100', 26, 450, 167],
  ['HEB 160', 54.3, 2492, 889],
  ['HEB 200', 78.1, 5696, 2003],
  ['HEB 300', 149.1, 25170, 8563],
  ['HEB 500', 238.6, 107200, 12620],
  ['HEM 100', 53.2, 1143, 399],
  ['HEM 200', 131.3, 10640, 3651],
  ['HEM 300', 303.1, 59200, 19400],
  ['UPE 80', 10.1, 107, 25.5],
  ['UPE 100', 12.5, 207, 38.3],
  ['UPE 140', 18.4, 600, 78.8],
  ['UPE 200', 29, 1909, 187],
  ['UPE 300', 56.6, 7823, 538],
  ['UPE 400', 91.9, 20980, 1045],
  ['UPN 80', 11, 106, 19.4],
  ['UPN 100', 13.5, 206, 29.3],
  ['UPN 140', 20.4, 605, 62.7],
  ['UPN 200', 32.2, 1910, 148],
  ['UPN 240', 42.3, 3600, 248],
  ['UPN 300', 58.8, 8030, 495],
  ['L 50x5', 4.8, 11, 11],
  ['L 60x6', 6.91, 22.8, 22.8],
  ['L 80x8', 12.3, 72.2, 72.2],
  ['L 100x10', 19.2, 177, 177],
  ['L 120x12', 27.5, 368, 368],
  ['L 150x15', 43, 898, 898],
  ['L 200x20', 76.3, 2850, 2850],
  ['L 100x8', 15.5, 145, 145],
  ['L 60x40x5', 4.79, 17.2, 6.11],
  ['L 100x50x8', 11.4, 116, 19.7],
  ['L 100x75x9', 15.1, 148, 71],
  ['L 80x40x6', 6.89, 44.9, 7.59],
  ['L 100x65x8', 12.7, 127, 42.2],
  ['L 120x80x10', 19.1, 276, 98.1],
  ['L 150x90x12', 27.5, 627, 170],
  ['L 200x100x12', 34.8, 1440, 247],
  ['SHS 40x4', 5.59, 11.8, 11.8],
  ['SHS 50x4', 7.19, 25, 25],
  ['SHS 60x5', 10.7, 53.3, 53.3],
  ['SHS 100x5', 18.7, 279, 279],
  ['SHS 100x8', 28.8, 400, 400],
  ['SHS 120x6.3', 28.2, 603, 603],
  ['SHS 200x10', 74.9, 4471, 4471],
  ['RHS 60x40x4', 7.19, 32.8, 17],
  ['RHS 100x50x5', 13.7, 167, 54.3],
  ['RHS 200x100x8', 44.8, 2234, 739],
  ['RHS 250x150x10', 74.9, 6174, 2755],
  ['RHS 300x200x10', 94.9, 11819, 6278],
  ['CHS 33.7x3.2', 3.07, 3.6, 3.6],
  ['CHS 60.3x4', 7.07, 28.2, 28.2],
  ['CHS 114.3x5', 17.2, 257, 257],
  ['CHS 219.1x8', 53.1, 2960, 2960],
  ['CHS 323.9x10', 98.6, 12158, 12158],
]

/** Published: area in square inches, second moments in in⁴ (ASTM A6 shapes as tabulated). */
const IMPERIAL: typeof METRIC = [
  ['W4X13', 3.83, 11.3, 3.86],
  ['W6X15', 4.43, 29.1, 9.32],
  ['W6X25', 7.34, 53.4, 17.1],
  ['W8X18', 5.26, 61.9, 7.97],
  ['W8X31', 9.13, 110, 37.1],
  ['W8X48', 14.1, 184, 60.9],
  ['W10X22', 6.49, 118, 11.4],
  ['W10X33', 9.71, 171, 36.6],
  ['W10X49', 14.4, 272, 93.4],
  ['W12X26', 7.65, 204, 17.3],
  ['W12X40', 11.7, 307, 44.1],
  ['W12X53', 15.6, 425, 95.8],
  ['W14X30', 8.85, 291, 19.6],
  ['W14X48', 14.1, 484, 51.4],
  ['W14X90', 26.5, 999, 362],
  ['W16X31', 9.13, 375, 12.4],
  ['W16X40', 11.8, 518, 28.9],
  ['W18X35', 10.3, 510, 15.3],
  ['W18X50', 14.7, 800, 40.1],
  ['W21X44', 13, 843, 20.7],
  ['W21X62', 18.3, 1330, 57.5],
  ['W24X55', 16.2, 1350, 29.1],
  ['W24X76', 22.4, 2100, 82.5],
  ['W27X84', 24.7, 2850, 106],
  ['W30X90', 26.3, 3610, 115],
  ['W33X118', 34.7, 5900, 187],
  ['W36X150', 44.3, 9040, 270],
  ['C6X8.2', 2.39, 13.1, 0.687],
  ['C7X9.8', 2.87, 21.2, 0.957],
  ['C8X11.5', 3.37, 32.5, 1.31],
  ['C9X13.4', 3.94, 47.8, 1.75],
  ['C10X15.3', 4.48, 67.3, 2.27],
  ['C12X20.7', 6.08, 129, 3.86],
  ['C15X33.9', 10, 315, 8.07],
  ['HSS3X3X1/4', 2.44, 3.02, 3.02],
  ['HSS4X4X1/4', 3.37, 7.8, 7.8],
  ['HSS6X4X1/4', 4.3, 20.9, 11.1],
  ['HSS6X6X3/8', 7.58, 39.5, 39.5],
  ['HSS8X4X1/4', 5.24, 42.5, 14.4],
  ['HSS10X10X1/2', 17.2, 256, 256],
  ['HSS4.000X0.250', 2.76, 4.91, 4.91],
  ['HSS6.625X0.280', 5.2, 26.4, 26.4],
]

const INCH = 25.4

describe('sections', () => {
  it.each([
    ...METRIC.map(([name, area, ...seconds]) => ({ name, area: area * 100, seconds: seconds.map((i) => i * 1e4) })),
    ...IMPERIAL.map(([name, area, ...seconds]) => ({
      name,
      area: area * INCH ** 2,
      seconds: seconds.map((i) => i * INCH ** 4),
    })),
  ])('$name comes to what is published, within 1 %', ({ name, area, seconds: [level, upright] }) => {
    const properties = propertiesOf(catalogued(name)!.shape)
    for (const [found, published, what] of [
      [properties.areaMm2, area, 'area'],
      [properties.aboutLevelMm4, level!, 'second moment about the level axis'],
      [properties.aboutUprightMm4, upright!, 'second moment about the upright axis'],
    ] as const)
      expect(Math.abs(found / published - 1), `${what}: ${found / published}`).toBeLessThan(0.01)
  })

  it('a bar is what its sides say', () => {
    const { areaMm2, centroid, aboutLevelMm4, aboutUprightMm4 } = propertiesOf(catalogued('Sawn 50x200')!.shape)
    expect(areaMm2).toBeCloseTo(50 * 200, 6)
    expect(centroid.x).toBeCloseTo(0, 9)
    expect(aboutLevelMm4).toBeCloseTo((50 * 200 ** 3) / 12, 3)
    expect(aboutUprightMm4).toBeCloseTo((200 * 50 ** 3) / 12, 3)
  })

  it('a pipe is what its radii say', () => {
    const { areaMm2, aboutLevelMm4 } = propertiesOf({ form: 'pipe', diameterMm: 100, wallMm: 10 })
    expect(areaMm2).toBeCloseTo(Math.PI * (50 ** 2 - 40 ** 2), 6)
    expect(aboutLevelMm4).toBeCloseTo((Math.PI / 4) * (50 ** 4 - 40 ** 4), 3)
  })

  it('the area of a traced outline does not hang on the way round', () => {
    const xy = [0, 0, 100, 0, 100, 40, 0, 40]
    const back = [0, 40, 100, 40, 100, 0, 0, 0]
    expect(propertiesOf({ form: 'outline', xy }).areaMm2).toBeCloseTo(4000, 9)
    expect(propertiesOf({ form: 'outline', xy: back }).areaMm2).toBeCloseTo(4000, 9)
  })

  it('names are told from one another, and every shape has an area', () => {
    expect(new Set(CATALOGUE.map(({ name }) => name)).size).toBe(CATALOGUE.length)
    for (const { name, shape } of CATALOGUE) {
      const { areaMm2 } = propertiesOf(shape)
      const { widthMm, heightMm } = sizeOf(shape)
      expect(areaMm2, name).toBeGreaterThan(0)
      expect(areaMm2, name).toBeLessThanOrEqual(widthMm * heightMm * (1 + 1e-9))
    }
  })

  it.each([
    ['ipe200', 'IPE 200'],
    ['IPE 200', 'IPE 200'],
    ['sawn 50 200', 'Sawn 50x200'],
    ['50x200', 'Sawn 50x200'],
    ['w10', 'W10X22'],
    ['C8x11.5', 'C8X11.5'],
  ])('%s finds %s', (text, name) => {
    expect(searchSections(text).map((section) => section.name)).toContain(name)
  })

  it('what is searched for by its whole name comes first', () => {
    expect(searchSections('HEA 200')[0]!.name).toBe('HEA 200')
    expect(searchSections('no such thing 9999')).toEqual([])
  })

  it('a thick pair of lines is offered the sections that fit it', () => {
    const names = sectionsOfDepth(240).map(({ name }) => name)
    expect(names).toContain('IPE 240')
    expect(names).toContain('Glulam 120x240')
    expect(names).not.toContain('IPE 220')
  })
})

it('lines as far apart as a section is deep mean that before one whose flange is as wide', () => {
  expect(fitsDepth(catalogued('IPE 200')!, 200)).toBe(true)
  expect(fitsDepth(catalogued('IPE 200')!, 100)).toBe(false)
  expect(sectionsOfDepth(100).some((section) => fitsDepth(section, 100))).toBe(true)
})

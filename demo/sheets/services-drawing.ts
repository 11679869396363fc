import type { DxfEntity } from '@/core/formats/dxf/drawing'
import { writeDxf } from '@/core/formats/dxf/write/write'

/** The plumber's drawing of the same boathouse, true to size, to be compared with what is traced. */
export function servicesDrawing(): Uint8Array {
  const entities: DxfEntity[] = [
    {
      type: 'polyline',
      layer: 'BUILDING',
      closed: true,
      points: [
        { x: 0, y: 0 },
        { x: 31_200, y: 0 },
        { x: 31_200, y: 14_400 },
        { x: 0, y: 14_400 },
      ],
    },
  ]
  const pipe = (...points: [number, number][]) =>
    entities.push({ type: 'polyline', layer: 'WATER', closed: false, points: points.map(([x, y]) => ({ x, y })) })
  pipe([30_400, -1500], [30_400, 12_800], [22_000, 12_800])
  pipe([30_400, 9200], [26_300, 9200])
  for (let i = 0; i < 4; i++) {
    const x = 22_400 + i * 1100
    entities.push({ type: 'line', layer: 'WASTE', start: { x, y: 13_400 }, end: { x, y: 14_035 } })
    entities.push({
      type: 'text',
      layer: 'NOTES',
      at: { x: x - 200, y: 13_050 },
      text: `WB ${i + 1}`,
      height: 220,
      turnDeg: 0,
    })
  }
  entities.push({
    type: 'text',
    layer: 'NOTES',
    at: { x: 22_000, y: 15_000 },
    text: 'Services, issue 2',
    height: 500,
    turnDeg: 0,
  })
  const layers = ['BUILDING', 'WATER', 'WASTE', 'NOTES'].map((name, i) => ({ name, colorIndex: [8, 5, 3, 7][i]! }))
  return new TextEncoder().encode([...writeDxf({ unit: 'mm', layers, entities })].join(''))
}

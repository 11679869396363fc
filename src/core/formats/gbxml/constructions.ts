import type { Building, BuiltWall } from '../../building/building'
import type { WallType } from '../../model/wall-type/schema'
import { xmlElement as element, type XmlNode, xmlFigure } from '../xml'

/** How walls are built: their types as constructions of layers of materials, each written once. */
export class Constructions {
  private readonly ids = new Map<string, string>()
  private readonly types: WallType[] = []

  constructor({ levels }: Building) {
    for (const { walls } of levels)
      for (const { type } of walls)
        if (type && !this.ids.has(type.id)) {
          this.ids.set(type.id, `construction-${this.types.push(type)}`)
        }
  }

  /** The attribute by which a surface names how it is built. */
  of(wall: BuiltWall | null): Record<string, string> {
    const id = wall?.type && this.ids.get(wall.type.id)
    return id ? { constructionIdRef: id } : {}
  }

  /** Constructions, then layers, then materials, as the format has them. */
  nodes(): XmlNode[] {
    const layers: XmlNode[] = []
    const materials = new Map<string, XmlNode>()
    const constructions = this.types.map((type) => {
      const id = this.ids.get(type.id)!
      const materialIds = type.layers.map(({ material, thicknessMm }) => {
        const key = `${material} ${thicknessMm}`
        const own = `material-${[...materials.keys(), key].indexOf(key) + 1}`
        materials.set(
          key,
          element('Material', { id: own }, [
            element('Name', {}, [material]),
            element('Thickness', { unit: 'Meters' }, [xmlFigure(thicknessMm / 1000)]),
          ]),
        )
        return own
      })
      layers.push(
        element(
          'Layer',
          { id: `layer-of-${id}` },
          materialIds.map((materialIdRef) => element('MaterialId', { materialIdRef }, [])),
        ),
      )
      return element('Construction', { id }, [
        ...(type.uValue === undefined ? [] : [element('U-value', { unit: 'WPerSquareMeterK' }, [String(type.uValue)])]),
        element('LayerId', { layerIdRef: `layer-of-${id}` }, []),
        element('Name', {}, [type.name]),
      ])
    })
    return [...constructions, ...layers, ...materials.values()]
  }
}

import { quoted } from './part21'

/** What a product of a STEP file is called and made of. */
export interface StepProduct {
  /** The name under which it stands in the file so far: signs of the basic alphabet, told from all others. */
  readonly placeholder: string
  readonly id: string
  readonly name: string
  readonly material: string
  /** Null where it is not known. */
  readonly densityKgM3: number | null
}

export interface StepHead {
  readonly name: string
  /** ISO 8601, to the second. */
  readonly madeAt: string
  readonly author?: string | undefined
  readonly organisation?: string | undefined
  /** The whole that holds all products, where they are one. */
  readonly assembly?: string | undefined
}

/** The lines before the data of a file (ISO 10303-21, 8). @param schema as it stands in the file */
export function stepHeader({ name, madeAt, author = '', organisation = '' }: StepHead, schema: string): string {
  return [
    'ISO-10303-21;',
    'HEADER;',
    `FILE_DESCRIPTION((${quoted(name)}),'2;1');`,
    `FILE_NAME(${quoted(`${name}.step`)},${quoted(madeAt)},(${quoted(author)}),(${quoted(organisation)}),'Calque','Calque','');`,
    `FILE_SCHEMA((${quoted(schema)}));`,
    'ENDSEC;',
    'DATA;',
  ].join('\n')
}

/**
 * A STEP file of a solid kernel as its readers want it: a header that says who made it, names in the encoding of the
 * standard, what each product is made of (ISO 10303-45, as recommended practices have it), and, where asked for, an
 * assembly of all products, each where its own places put it.
 */
export function dressStep(text: string, products: readonly StepProduct[], head: StepHead): string {
  const [, schema = ''] = /FILE_SCHEMA\s*\(\s*\(\s*'([^']*)'/.exec(text) ?? []
  const [, data = ''] = /DATA;([\s\S]*?)ENDSEC;/.exec(text) ?? []
  const lines = new Map<number, string>()
  for (const [, id, body] of data.matchAll(/#(\d+)\s*=\s*((?:'(?:[^']|'')*'|[^';])*);/g))
    lines.set(Number(id), body!.replace(/\s*\n\s*/g, ''))
  const file = new Lines(lines)
  for (const product of products) name(file, product)
  if (head.assembly !== undefined) assemble(file, products, head.assembly)
  return [stepHeader(head, schema), ...file.written(), 'ENDSEC;', 'END-ISO-10303-21;', ''].join('\n')
}

/** The lines of a file by their numbers, with what is added to them. */
class Lines {
  private last: number

  constructor(private readonly lines: Map<number, string>) {
    this.last = [...lines.keys()].reduce((most, id) => Math.max(most, id), 0)
  }

  add(body: string): string {
    const id = ++this.last
    this.lines.set(id, body)
    return `#${id}`
  }

  set(id: number, body: string): void {
    this.lines.set(id, body)
  }

  /** Numbers of the lines of a kind that a test holds for. */
  find(type: string, holds: (body: string) => boolean = () => true): number[] {
    return [...this.lines].filter(([, body]) => body.startsWith(`${type}(`) && holds(body)).map(([id]) => id)
  }

  body(id: number): string {
    return this.lines.get(id)!
  }

  written(): string[] {
    return [...this.lines].map(([id, body]) => `#${id}=${body};`)
  }
}

/** The lines that stand for a product. */
function partsOf(file: Lines, placeholder: string) {
  const [product] = file.find('PRODUCT', (body) => body.includes(`'${placeholder}'`))
  const refersTo = (id: number | undefined) => (body: string) => new RegExp(`#${id}\\b`).test(body)
  const [formation] = file.find('PRODUCT_DEFINITION_FORMATION', refersTo(product))
  const [definition] = file.find('PRODUCT_DEFINITION', refersTo(formation))
  const [shape] = file.find('PRODUCT_DEFINITION_SHAPE', refersTo(definition))
  const [represented] = file.find('SHAPE_DEFINITION_REPRESENTATION', refersTo(shape))
  const representation = represented && /,#(\d+)\)$/.exec(file.body(represented))?.[1]
  const context = representation && /,(#\d+)\)$/.exec(file.body(Number(representation)))?.[1]
  const axes = representation && /\((#\d+)/.exec(file.body(Number(representation)))?.[1]
  return { product: product!, definition: definition!, representation: representation!, context: context!, axes: axes! }
}

function name(file: Lines, { placeholder, id, name: said, material, densityKgM3 }: StepProduct): void {
  const { product, definition, context } = partsOf(file, placeholder)
  const [, contexts = '()'] = /,(\([^()]*\))\)$/.exec(file.body(product)) ?? []
  file.set(product, `PRODUCT(${quoted(id)},${quoted(said)},${quoted(material)},${contexts})`)
  const property = (what: string, item: string) => {
    const given = file.add(`PROPERTY_DEFINITION('material property',${quoted(what)},#${definition})`)
    const representation = file.add(`REPRESENTATION(${quoted(what)},(${file.add(item)}),${context})`)
    file.add(`PROPERTY_DEFINITION_REPRESENTATION(${given},${representation})`)
  }
  property('material name', `DESCRIPTIVE_REPRESENTATION_ITEM(${quoted(material)},${quoted(material)})`)
  if (densityKgM3 !== null)
    property('density', `DESCRIPTIVE_REPRESENTATION_ITEM('density',${quoted(`${densityKgM3} kg/m3`)})`)
}

/** Puts all products into one whole, each as its own places have it. */
function assemble(file: Lines, products: readonly StepProduct[], whole: string): void {
  const parts = products.map(({ id }) => partsOf(file, id))
  const { product, context } = parts[0]!
  const [, contexts = '()'] = /,(\([^()]*\))\)$/.exec(file.body(product)) ?? []
  const [definitionContext] = file.find('PRODUCT_DEFINITION_CONTEXT')
  const root = file.add(`PRODUCT(${quoted(whole)},${quoted(whole)},'',${contexts})`)
  const definition = file.add(
    `PRODUCT_DEFINITION('design','',${file.add(`PRODUCT_DEFINITION_FORMATION('','',${root})`)},#${definitionContext})`,
  )
  const place = (at: string) =>
    file.add(
      `AXIS2_PLACEMENT_3D('',${file.add(`CARTESIAN_POINT('',(${at}))`)},${file.add("DIRECTION('',(0.,0.,1.))")},${file.add("DIRECTION('',(1.,0.,0.))")})`,
    )
  const axes = place('0.,0.,0.')
  const representation = file.add(`SHAPE_REPRESENTATION('',(${axes}),${context})`)
  file.add(
    `SHAPE_DEFINITION_REPRESENTATION(${file.add(`PRODUCT_DEFINITION_SHAPE('','',${definition})`)},${representation})`,
  )
  parts.forEach((part, i) => {
    const use = file.add(
      `NEXT_ASSEMBLY_USAGE_OCCURRENCE('${i + 1}',${quoted(products[i]!.name)},'',${definition},#${part.definition},$)`,
    )
    const moved = file.add(`ITEM_DEFINED_TRANSFORMATION('','',${part.axes},${axes})`)
    const related = file.add(
      `(REPRESENTATION_RELATIONSHIP('','',#${part.representation},${representation})REPRESENTATION_RELATIONSHIP_WITH_TRANSFORMATION(${moved})SHAPE_REPRESENTATION_RELATIONSHIP())`,
    )
    const shape = file.add(`PRODUCT_DEFINITION_SHAPE('Placement','',${use})`)
    file.add(`CONTEXT_DEPENDENT_SHAPE_REPRESENTATION(${related},${shape})`)
  })
}

import { Flag, isVisible, type LineStyle, type Linework, type TextRun } from './linework'

/**
 * What a sheet holds, sorted so that parts of it can be left out: by its own layers, or, for sheets without, by kind and
 * look. A key names such a part: `layer:Walls`, `line:0.5:#000000`, `dashed:…`, `hatching`, `fills`, `text`, `images`.
 */
export interface SheetPart {
  readonly key: string
  readonly label: string
  /** The heading that it stands under, where the file groups its layers. */
  readonly group: string | null
  /** How many lines, texts or images it holds. */
  readonly count: number
  /** Whether the file shows it at first. */
  readonly visible: boolean
  /** Of its lines, for showing it. */
  readonly color: string | null
}

/** What a person changed of a sheet's parts: by key, whether it shows. */
export interface PartChoice {
  readonly key: string
  readonly visible: boolean
}

/** Looks beyond this many are put together: nobody picks from fifty. */
const MOST_LOOKS = 14

const layerKey = (name: string) => `layer:${name}`

/** Weights nearer than this are one pen. */
const weightOf = (widthPt: number): string => (Math.round(widthPt * 20) / 20).toString()

/** The key of the look of a line by its style. */
export function lookKey({ kind, color, widthPt, dashPt }: LineStyle): string {
  if (kind === 'fill') return 'fills'
  return `${dashPt.length > 0 ? 'dashed' : 'line'}:${weightOf(widthPt)}:${color}`
}

/** Whether the key of a look names a pen. */
const isPen = (key: string): boolean => key.includes(':')

const LOOK_WORDS: Record<string, string> = {
  fills: 'Fills',
  hatching: 'Hatching',
  text: 'Text',
  images: 'Images',
  others: 'Other lines',
}

function lookLabel(key: string): string {
  const [kind, weight] = key.split(':')
  const pen = Number(weight) === 0 ? 'hairline' : `${weight} pt`
  return LOOK_WORDS[key] ?? (kind === 'dashed' ? `Dashed, ${pen}` : `Lines, ${pen}`)
}

/** Everything that can be left out of a sheet: its layers where it has any, else its kinds and looks. */
export function partsOf(linework: Linework): SheetPart[] {
  return linework.layers.length > 0 ? layersOf(linework) : looksOf(linework)
}

function layersOf(linework: Linework): SheetPart[] {
  const counts = linework.layers.map(() => 0)
  const colors = new Map<number, string>()
  const take = (style: number) => {
    const { layer, color } = linework.styles[style]!
    if (layer < 0) return
    counts[layer]!++
    if (!colors.has(layer)) colors.set(layer, color)
  }
  linework.segmentStyles.forEach(take)
  linework.curveStyles.forEach(take)
  for (const { layer } of [...linework.text, ...linework.images]) if (layer >= 0) counts[layer]!++
  return linework.layers.map(({ name, visible, group }, i) => ({
    key: layerKey(name),
    label: name,
    group: group ?? null,
    count: counts[i]!,
    visible,
    color: colors.get(i) ?? null,
  }))
}

/** The pens with which lines are drawn, whether or not the sheet has layers. */
export const pensOf = (linework: Linework): SheetPart[] =>
  looksOf(linework).filter(({ key }) => isPen(key) || key === 'others')

function looksOf(linework: Linework): SheetPart[] {
  const keys = linework.styles.map(lookKey)
  const counts = new Map<string, number>()
  const add = (key: string, more = 1) => counts.set(key, (counts.get(key) ?? 0) + more)
  const { segmentFlags, segmentStyles, curveFlags, curveStyles } = linework
  for (let i = 0; i < segmentFlags.length; i++)
    if (isVisible(segmentFlags[i]!)) add(segmentFlags[i]! & Flag.hatch ? 'hatching' : keys[segmentStyles[i]!]!)
  for (let i = 0; i < curveFlags.length; i++)
    if (isVisible(curveFlags[i]!)) add(curveFlags[i]! & Flag.hatch ? 'hatching' : keys[curveStyles[i]!]!)
  const pens = [...counts].filter(([key]) => isPen(key)).sort((a, b) => b[1] - a[1])
  const named = pens.slice(0, MOST_LOOKS)
  const others = pens.slice(MOST_LOOKS).reduce((sum, [, count]) => sum + count, 0)
  const rest: [string, number][] = [
    ['others', others],
    ['hatching', counts.get('hatching') ?? 0],
    ['fills', counts.get('fills') ?? 0],
    ['text', linework.text.filter(({ flags }) => isVisible(flags)).length],
    ['images', linework.images.filter(({ flags }) => isVisible(flags)).length],
  ]
  return [...named, ...rest.filter(([, count]) => count > 0)].map(([key, count]) => ({
    key,
    label: lookLabel(key),
    group: null,
    count,
    visible: true,
    color: isPen(key) ? key.split(':')[2]! : null,
  }))
}

/** What of a sheet shows, and can be caught. */
export interface Shown {
  /** Whether lines of a style with these flags show. */
  admits(style: number, flags: number): boolean
  admitsText(run: TextRun): boolean
  readonly images: boolean
}

/** What the file itself shows. */
export const NOTHING_HIDDEN: Shown = {
  admits: (_, flags) => isVisible(flags),
  admitsText: ({ flags }) => isVisible(flags),
  images: true,
}

/** Works out what shows once parts are switched and reviewers' mark-up is shown or not. */
export function shownOf(linework: Linework, choices: readonly PartChoice[], markup: boolean): Shown {
  const chosen = new Map(choices.map(({ key, visible }) => [key, visible]))
  const hidden = (key: string) => chosen.get(key) === false
  // Sorting a whole sheet takes a while, and every drawing comes by here: only for the one part that needs it.
  const named = hidden('others') ? new Set(looksOf(linework).map(({ key }) => key)) : null
  const layerShows = linework.layers.map(({ name }) => chosen.get(layerKey(name)))
  // 1 shows, 0 is hidden, 2 as the file's flags say.
  const styles = linework.styles.map((style) => {
    if (style.markup && !markup) return 0
    const key = lookKey(style)
    if (hidden(key) || (named && isPen(key) && !named.has(key))) return 0
    const layer = layerShows[style.layer]
    return layer === undefined ? 2 : layer ? 1 : 0
  })
  const hatching = !hidden('hatching')
  const text = !hidden('text')
  const bySwitch = (state: number, flags: number) =>
    state === 1 ? isVisible(flags & ~Flag.layerOff) : state === 2 && isVisible(flags)
  return {
    admits: (style, flags) => (hatching || (flags & Flag.hatch) === 0) && bySwitch(styles[style]!, flags),
    admitsText: ({ layer, flags }) => {
      const shows = layerShows[layer]
      return text && bySwitch(shows === undefined ? 2 : shows ? 1 : 0, flags)
    },
    images: !hidden('images'),
  }
}

/** Whether parts are left out that a PDF reader knows nothing of, so that the sheet has to be drawn from its lines. */
export const hidesLooks = (choices: readonly PartChoice[]): boolean =>
  choices.some(({ key, visible }) => !visible && !key.startsWith('layer:'))

import type { ProjectRecord } from '../model/registry'
import { settingsOf } from '../model/settings/schema'
import type { HandOverFormat } from './hand-over'
import type { HandOverChoice } from './making'

/** What a pattern of names may hold, in braces. */
export const NAME_PARTS = ['project', 'number', 'revision', 'date', 'level', 'part', 'format'] as const
type NamePart = (typeof NAME_PARTS)[number]

/** The pattern where a project sets none. */
export const USUAL_PATTERN = '{project} {level} {part} {format}'

/** Formats whose extension alone says which they are. */
const PLAIN = new Set(['ifc', 'dxf', 'pdf', 'svg', 'glb', 'gbxml', 'xlsx', 'json', 'archive', 'step', 'stl', '3mf'])

/** A name of a file that no other one has: the name itself, else with a number before its ending. */
export function distinctName(name: string, isTaken: (name: string) => boolean): string {
  const [, stem = name, ending = ''] = /^(.*?)((?:\.calque)?\.\w+)?$/.exec(name) ?? []
  let own = name
  for (let i = 2; isTaken(own); i++) own = `${stem} ${i}${ending}`
  return own
}

/** Stands for what is not known, until it falls away. */
const NOTHING = '\uE000'

/** What names of files may not hold on usual systems. */
export const FORBIDDEN = /[\\/:*?"<>|\p{Cc}]+/gu

/**
 * How a file that is handed over is named: after the pattern of the project, with what tells it from other files of the
 * same project; parts that are not known fall away with the blanks and dashes around them.
 * @param today as 2026-01-31
 */
export function fileNameOf(
  project: { readonly name: string; readonly records: readonly ProjectRecord[] },
  format: HandOverFormat,
  on: HandOverChoice,
  today: string,
): string {
  const records = new Map(project.records.map((record) => [record.id, record]))
  const { title, fileNames } = settingsOf(records)
  const named = (wanted: string | undefined, kinds: readonly string[]): string => {
    const found = project.records.find(
      (record) => kinds.includes(record.kind) && (record.id === wanted || ('name' in record && record.name === wanted)),
    )
    return wanted !== undefined && found && 'name' in found ? String(found.name) : ''
  }
  const firstPart = project.records.find(({ kind }) => kind === 'part')
  const part = format.ofPart && !format.ofAll ? (on.part ?? firstPart?.id) : undefined
  const values: Readonly<Record<NamePart, string>> = {
    project: project.name,
    number: title?.number ?? '',
    revision: title?.revision ?? '',
    date: title?.date || today,
    level: on.set
      ? ''
      : named(format.ofPlane ? on.plane : format.ofLevel || format.onPaper ? on.level : undefined, [
          'level',
          'work-plane',
        ]),
    part: named(part, ['part']),
    format: PLAIN.has(format.name) ? '' : format.name.replace(/^csv-/, ''),
  }
  const filled = (fileNames || USUAL_PATTERN).replace(/\{(\w+)\}/g, (whole, key: string) =>
    key in values ? values[key as NamePart].replace(FORBIDDEN, ' ').trim() || NOTHING : whole,
  )
  const tidy = filled
    .replace(FORBIDDEN, ' ')
    .replace(new RegExp(`[\\s_-]*${NOTHING}`, 'g'), '')
    .replace(/^[\s_.-]+|[\s_.-]+$/g, '')
    .replace(/\s{2,}/g, ' ')
  return `${tidy.slice(0, 120) || 'project'}.${format.extension}`
}

import { L_EQUAL, L_UNEQUAL } from './families/angles'
import { FLAT, ROUND } from './families/bars'
import { C, UPE, UPN } from './families/channels'
import { HEA, HEB, HEM, IPE } from './families/european-i'
import { CHS, HSS, RHS, SHS } from './families/hollow'
import { DIMENSION_LUMBER, GLUED, PLANED, ROUGH_LUMBER, SAWN } from './families/timber'
import { W } from './families/wide-flange'
import type { Family, Section } from './section'
import { sizeOf } from './shape'

/** Every family; a new one is a file in `families` and a line here. */
export const FAMILIES: readonly Family[] = [
  IPE,
  HEA,
  HEB,
  HEM,
  UPE,
  UPN,
  L_EQUAL,
  L_UNEQUAL,
  SHS,
  RHS,
  CHS,
  W,
  C,
  HSS,
  ROUND,
  FLAT,
  SAWN,
  PLANED,
  GLUED,
  DIMENSION_LUMBER,
  ROUGH_LUMBER,
]

/** Every section that can be had, family by family. */
export const CATALOGUE: readonly Section[] = FAMILIES.flatMap(({ name: family, standard, stuff, shapes }) =>
  shapes.map(([name, shape]) => ({ name, shape, stuff, standard, family })),
)

const byName = new Map(CATALOGUE.map((section) => [section.name, section]))

export const catalogued = (name: string): Section | undefined => byName.get(name)

/** Letters and figures of a name or a size, apart: "ipe200", "IPE 200" and "ipe-200" are one. */
const words = (text: string): string[] =>
  text
    .toLowerCase()
    .replaceAll('×', 'x')
    .match(/[a-z]+|\d+(?:[.,/]\d+)?/g)
    ?.map((word) => word.replace(',', '.')) ?? []

/** Sections whose name, family or sizes have all words of a search, best first: those whose name begins so. */
export function searchSections(text: string, among: readonly Section[] = CATALOGUE): Section[] {
  const wanted = words(text).filter((word) => word !== 'x')
  const found = among.filter((section) => {
    const { widthMm, heightMm } = sizeOf(section.shape)
    const own = [
      ...words(`${section.name} ${section.family}`),
      ...[widthMm, heightMm].map((mm) => String(Math.round(mm))),
    ]
    return wanted.every((word) => own.some((each) => (/\d/.test(word) ? each === word : each.startsWith(word))))
  })
  const asNamed = words(section(text)).join(' ')
  return found.sort((a, b) => Number(startsWith(b, asNamed)) - Number(startsWith(a, asNamed)))
}

const section = (text: string): string => text.trim()
const startsWith = ({ name }: Section, wanted: string): boolean => words(name).join(' ').startsWith(wanted)

/** How far a measured size may lie off a section's to be taken for it. */
const FITS = 0.02

/** Whether a section is as deep, seen from its side. */
export const fitsDepth = ({ shape }: Section, depthMm: number): boolean =>
  Math.abs(sizeOf(shape).heightMm - depthMm) <= depthMm * FITS

/** Sections that a thick pair of lines may mean: those of a family, or all, of which a side is as wide; nearest first. */
export function sectionsOfDepth(depthMm: number, among: readonly Section[] = CATALOGUE): Section[] {
  const off = ({ shape }: Section) => {
    const { widthMm, heightMm } = sizeOf(shape)
    return Math.min(Math.abs(heightMm - depthMm), Math.abs(widthMm - depthMm) + depthMm * 1e-6)
  }
  return among.filter((each) => off(each) <= depthMm * FITS).sort((a, b) => off(a) - off(b))
}

import { readFileSync, writeFileSync } from 'node:fs'
import { boardLinesOf } from '@/core/propose/walls/board-lines'
import { EVIDENCE } from '@/core/propose/walls/evidence'
import { type Judged, judgedRuns, stripOf } from '@/core/propose/walls/judge'
import { type Judgement, WEIGHTS, type Weights } from '@/core/propose/walls/weights'
import { lengthOn, readPlan } from '../tests/support/judge-walls'
import { GENERATORS, type GeneratorName } from '../tests/support/plan-corpus/corpus'

/** Plans that weights are found on. Figures are quoted on other generators and on other seeds. */
const PLANS: readonly (readonly [GeneratorName, from: number, count: number])[] = [
  ['division', 20_000, 150],
  ['cells', 20_000, 204],
]

/** What evidence can only speak for (1) or against (-1) a wall; the rest may do both. */
const SIGNS: Partial<Record<keyof Weights, 1 | -1>> = {
  slender: 1,
  filled: 1,
  hatched: 1,
  joined: 1,
  capped: -1,
  ladder: -1,
  text: -1,
  opened: 1,
  common: 1,
  network: 1,
  pen: 1,
  bold: 1,
  frame: -1,
  thick: -1,
  whole: 1,
  alike: 1,
}

/** Evidence that only comparing runs gives. */
const OF_OTHERS = ['common', 'network', 'pen'] as const

/** Held as they are: plans that are made up hardly ever show what they are for. */
const HELD: Partial<Record<keyof Weights, number>> = { frame: -6 }

interface Sample {
  readonly evidence: readonly number[]
  readonly isWall: 0 | 1
  readonly weight: number
}

const sheets = await Promise.all(
  PLANS.flatMap(([name, from, count]) => Array.from({ length: count }, (_, i) => [name, from + i] as const)).map(
    async ([name, seed]) => {
      const { linework, on, truth } = await readPlan(GENERATORS[name](seed), 'pdf-lib')
      return { lines: boardLinesOf(linework, on), truth }
    },
  ),
)
console.log(`${sheets.length} plans are read.`)

/** Runs that are walls by more than 0.7 of their length, and those that are by less than 0.3. */
function samplesOf(judgement: Judgement, rounds: number): Sample[] {
  return sheets.flatMap(({ lines, truth }) =>
    judgedRuns(lines, judgement, rounds).flatMap(({ run, evidence }: Judged): Sample[] => {
      const { on, all } = lengthOn([stripOf(run)], truth)
      const share = on / all
      if (share > 0.3 && share < 0.7) return []
      return [
        {
          evidence: EVIDENCE.map((each) => evidence[each]),
          isWall: share >= 0.7 ? 1 : 0,
          weight: Math.sqrt(all / 1000),
        },
      ]
    }),
  )
}

/** Logistic regression with a little decay (Adam: Kingma and Ba 2015), signs held by projection. */
function fitted(samples: readonly Sample[], start: Weights, left: readonly (keyof Weights)[]): Weights {
  const names = [...EVIDENCE, 'bias'] as const
  const w = names.map((name) => (left.includes(name) ? 0 : (HELD[name] ?? start[name])))
  const [m, s] = [w.map(() => 0), w.map(() => 0)]
  const total = samples.reduce((sum, { weight }) => sum + weight, 0)
  for (let step = 1; step <= 1500; step++) {
    const slope = w.map((each, k) => (k < EVIDENCE.length ? 0.0004 * each : 0))
    for (const { evidence, isWall, weight } of samples) {
      let sum = w[EVIDENCE.length]!
      for (let k = 0; k < evidence.length; k++) sum += w[k]! * evidence[k]!
      const off = ((1 / (1 + Math.exp(-sum)) - isWall) * weight) / total
      for (let k = 0; k < evidence.length; k++) slope[k]! += off * evidence[k]!
      slope[EVIDENCE.length]! += off
    }
    for (const [k, name] of names.entries()) {
      if (left.includes(name) || name in HELD) continue
      m[k] = 0.9 * m[k]! + 0.1 * slope[k]!
      s[k] = 0.999 * s[k]! + 0.001 * slope[k]! ** 2
      w[k]! -= (0.05 * (m[k]! / (1 - 0.9 ** step))) / (Math.sqrt(s[k]! / (1 - 0.999 ** step)) + 1e-8)
      const sign = SIGNS[name]
      if (sign && w[k]! * sign < 0) w[k] = 0
    }
  }
  const rounded = (value: number) => Math.round(value * 100) / 100
  return Object.fromEntries(names.map((name, k) => [name, rounded(w[k]!)])) as unknown as Weights
}

const told = (samples: readonly Sample[], weights: Weights): string => {
  const right = samples.filter(({ evidence, isWall }) => {
    const sum = evidence.reduce((total, each, k) => total + weights[EVIDENCE[k]!] * each, weights.bias)
    return sum > 0 === (isWall === 1)
  })
  return `${samples.length} runs, ${((100 * right.length) / samples.length).toFixed(2)} % told right`
}

let judgement = WEIGHTS
const single = samplesOf(judgement, 0)
judgement = { ...judgement, alone: fitted(single, judgement.alone, OF_OTHERS) }
console.log(`by themselves: ${told(single, judgement.alone)}`)
for (let turn = 0; turn < 4; turn++) {
  const samples = samplesOf(judgement, 3)
  judgement = { ...judgement, compared: fitted(samples, judgement.compared, []) }
  console.log(`compared, turn ${turn + 1}: ${told(samples, judgement.compared)}`)
}

const path = 'src/core/propose/walls/weights.ts'
const block = (weights: Weights) =>
  Object.entries(weights)
    .map(([name, value]) => `    ${name}: ${value},`)
    .join('\n')
const text = readFileSync(path, 'utf8')
const head = text.slice(0, text.indexOf('export const WEIGHTS'))
writeFileSync(
  path,
  `${head}export const WEIGHTS: Judgement = {\n  alone: {\n${block(judgement.alone)}\n  },\n  compared: {\n${block(judgement.compared)}\n  },\n}\n`,
)
console.log(`${path} is written.`)
